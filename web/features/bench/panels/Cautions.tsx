import { CAUTIONS, type CautionId, DEFERS } from '@amber-needle/core/sheet';
import { TriangleAlert } from 'lucide-react';
import { Button } from '@/components/Button';

/** What an engine on a stand can do: all of it is read before the first start. */
const BEFORE_A_START: readonly CautionId[] = ['exhaust', 'fuel', 'moving', 'heat', 'cooling', 'water', 'throats'];

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
          {BEFORE_A_START.map((id) => (
            <div key={id} className="contents">
              <dt className="font-bold">{CAUTIONS[id].name}</dt>
              <dd>{CAUTIONS[id].text}</dd>
            </div>
          ))}
        </dl>
      </div>
      <p className="mt-6 text-lg text-soft">{DEFERS}</p>
      <Button tone="strong" className="mt-6 min-h-14 text-xl" onClick={onRead} autoFocus>
        I have read these, go to the bench
      </Button>
    </main>
  );
}
