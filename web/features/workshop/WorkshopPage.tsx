import { buttonClass } from '@/components/Button';
import { AddInstrument } from '@/features/instruments/AddInstrument';
import { InstrumentRow } from '@/features/instruments/InstrumentRow';
import type { Instrument } from '@/server/db/instruments';
import type { ShownPressure } from '@/words/deviceUnit';
import { WorkshopUnit } from './WorkshopUnit';

interface WorkshopPageProps {
  readonly instruments: readonly Instrument[];
  /** Depression is shown in this on devices that have not chosen. */
  readonly unit: ShownPressure;
}

/** What belongs to the workshop and to no machine. */
export function WorkshopPage({ instruments, unit }: WorkshopPageProps) {
  return (
    <main className="mx-auto max-w-5xl px-6 pt-10 pb-16">
      <h1 className="font-bold text-4xl">Workshop</h1>
      <section aria-label="Instruments" className="mt-10">
        <h2 className="font-bold text-2xl">Instruments</h2>
        <p className="mt-1 text-soft">
          What zeroing and matching teach of a gauge is kept with it, and a job that is read with it begins with that.
        </p>
        {instruments.length === 0 ? (
          <p className="mt-4 text-lg">None yet. Add one here, or name the gauge of a job on its bench.</p>
        ) : (
          <ul className="mt-4">
            {instruments.map((instrument) => (
              <InstrumentRow key={instrument.id} instrument={instrument} />
            ))}
          </ul>
        )}
        <AddInstrument />
      </section>
      <section aria-label="Units" className="mt-12 border-line border-t pt-6">
        <h2 className="font-bold text-2xl">Units</h2>
        <WorkshopUnit unit={unit} />
      </section>
      <section aria-label="Take it elsewhere" className="mt-12 border-line border-t pt-6">
        <a href="/api/workshop" className={buttonClass('plain')} download>
          Export the whole workshop
        </a>
      </section>
    </main>
  );
}
