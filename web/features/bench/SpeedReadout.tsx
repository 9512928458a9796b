import type { Targets } from '@amber-needle/core/setup';
import type { Flutter } from '@amber-needle/core/signal';
import { KPA, type Shown } from '@/words/deviceUnit';
import { numeral } from '@/words/numbers';
import { flutterText } from './view/channelWords';

interface SpeedReadoutProps {
  readonly rpm: number | undefined;
  readonly targets: Targets;
  readonly flutter: Flutter | undefined;
  /** The unit of the flutter. */
  readonly shown?: Shown;
}

/** Engine speed at arm's length, with the band it should idle in, and how evenly it fires. */
export function SpeedReadout({ rpm, targets, flutter, shown = KPA }: SpeedReadoutProps) {
  const { idleRpm, idleBandRpm } = targets;
  const place = rpm === undefined ? '' : bandWord(rpm, idleRpm, idleBandRpm);
  return (
    <section aria-label="Engine speed" className="ml-auto text-right">
      <p className="whitespace-nowrap font-bold text-3xl leading-none sm:text-4xl xl:text-6xl" data-testid="rpm">
        {rpm === undefined ? '–' : numeral(Math.round(rpm), 0)}
        <span className="ml-2 font-normal text-xl text-soft">rpm</span>
      </p>
      <p className="mt-1 whitespace-nowrap text-soft max-sm:text-sm xl:mt-2 xl:text-lg">
        {place === '' ? '' : `${place}, `}idle {numeral(idleRpm, 0)} ± {numeral(idleBandRpm, 0)}
      </p>
      {flutter === undefined ? null : (
        <p className={flutter.misfires ? 'mt-1 text-ink max-sm:text-sm xl:text-lg' : 'mt-1 text-soft max-sm:hidden'}>
          {flutterText(flutter, shown)}
        </p>
      )}
    </section>
  );
}

function bandWord(rpm: number, idle: number, band: number): string {
  if (rpm < idle - band) return rpm < 100 ? 'stopped' : 'below';
  return rpm > idle + band ? 'above' : 'within';
}
