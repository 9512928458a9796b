import { TriangleAlert } from 'lucide-react';
import { Button } from '@/components/Button';

/** From the trade's own list; common practice, no source. Local rules and licensed people come first. */
const CAUTIONS = [
  ['Exhaust', 'Carbon monoxide kills without a smell. Run outdoors or with extraction.'],
  [
    'Fuel',
    'No flame or spark near. Extinguisher at hand, wipe up what spills. An auxiliary tank is secured, its tap in reach.',
  ],
  [
    'Moving parts',
    'Fan, belts, chain and propeller catch sleeves and hair. Gearbox in neutral, machine on its stand, wheel chocked.',
  ],
  ['Heat and ignition', 'Exhaust and plugs are hot. There is high voltage at an open plug lead.'],
  [
    'Cooling',
    'An engine running at a standstill overheats. Put a fan in front of it and keep it short. An outboard needs water before it runs.',
  ],
  ['Open throats', 'Cover them whenever the engine is stopped: what drops in stays in.'],
] as const;

/** Shown before the first start on every job, until they are taken note of. */
export function Cautions({ onRead }: { readonly onRead: () => void }) {
  return (
    <main className="mx-auto max-w-3xl px-6 py-10">
      <div className="border-caution border-l-8 bg-caution-ground px-8 py-7">
        <h1 className="flex items-center gap-4 font-bold text-3xl">
          <TriangleAlert aria-hidden className="size-9 text-caution" />
          Before the engine runs
        </h1>
        <dl className="mt-6 grid grid-cols-[9.5rem_1fr] gap-x-5 gap-y-3 text-lg leading-snug max-sm:grid-cols-1">
          {CAUTIONS.map(([what, text]) => (
            <div key={what} className="contents">
              <dt className="font-bold">{what}</dt>
              <dd>{text}</dd>
            </div>
          ))}
        </dl>
      </div>
      <p className="mt-6 text-soft text-lg">
        Local rules decide over everything said here; brakes, certified work and the fuel systems of boats and aircraft
        belong to licensed people. The app advises; the person at the engine decides.
      </p>
      <Button tone="strong" className="mt-6 min-h-14 text-xl" onClick={onRead} autoFocus>
        I have read these, go to the bench
      </Button>
    </main>
  );
}
