import { DOUBTS, type LoggedRide } from '@amber-needle/core/road';
import { duration, numeral, withUnit } from '@/words/numbers';
import { DOUBT_WORDS } from '@/words/roadWords';
import { columnName, type NameOf } from './view/roadView';
import type { Strip } from './view/stripOption';

interface SensorLinesProps {
  readonly rides: readonly LoggedRide[];
  readonly strips: readonly Strip[];
  readonly nameOf: NameOf;
}

/** How far each sensor is believed, what was left out of the sums and why, and the file itself. */
export function SensorLines({ rides, strips, nameOf }: SensorLinesProps) {
  return (
    <details className="mt-3">
      <summary className="min-h-10 cursor-pointer py-2">{summaryText(strips)}</summary>
      <ul aria-label="Sensors" className="space-y-1 text-soft text-sm">
        {rides.map(({ logged }) => (
          <li key={logged.id}>
            {logged.sensors.map(({ sensor, cylinders }) => {
              const strip = strips.find(({ key }) => key === `${logged.id} ${sensor}`);
              return (
                <span key={sensor}>
                  {columnName(cylinders, nameOf)}: {strip === undefined ? 'not drawn yet' : trustText(strip)}.{' '}
                </span>
              );
            })}
            <a
              href={`/api/attachments/${logged.hash}`}
              download={`${logged.name}.gz`}
              className="underline underline-offset-4 print:hidden"
            >
              {logged.name}
            </a>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** How much of the runs is believed, in a line; what stands out is said at once. */
function summaryText(strips: readonly Strip[]): string {
  const believed = strips.reduce((sum, { sensor }) => sum + sensor.seconds.believed, 0);
  const all = strips.reduce((sum, { run }) => sum + run.seconds, 0);
  const odd = strips.filter(({ sensor }) => sensor.signature !== undefined).map(({ label }) => label);
  const said = odd.length === 0 ? '' : `; ${odd.join(' and ')}: idle not believed`;
  return `The sensor is believed for ${duration(believed)} of ${duration(all)}${said}`;
}

function trustText({ sensor, run }: Strip): string {
  const { seconds, response, freeAir, signature } = sensor;
  const doubted = DOUBTS.flatMap((doubt) =>
    doubt === 'believed' || doubt === 'engineOff' || seconds[doubt] < 1
      ? []
      : [`${duration(seconds[doubt])} ${DOUBT_WORDS[doubt]}`],
  );
  const lag =
    response.changes === 0
      ? 'its lag is not to be told from this log'
      : `${withUnit((response.delay.slow + response.delay.fast) / 2, 2, 's')} late, told from ${response.changes} shut throttles`;
  const air =
    freeAir?.oxygenPercent === undefined
      ? 'no free-air check in the log'
      : `free air read ${numeral(freeAir.oxygenPercent, 1)} % oxygen`;
  const seen =
    signature === undefined
      ? ''
      : signature.is === 'leak'
        ? '; it reads lean and steady at idle and right under way: air at a joint before the sensor, not mixture'
        : '; it flutters lean at idle: cycles miss, and let oxygen by';
  const told =
    run.knownBy === 'throttle'
      ? ''
      : `; regimes told by ${run.knownBy === 'load' ? 'manifold pressure' : 'engine speed and lambda alone'}`;
  return `believed ${duration(seconds.believed)}${doubted.length === 0 ? '' : `, not ${doubted.join(', ')}`}; ${lag}; ${air}${seen}${told}`;
}
