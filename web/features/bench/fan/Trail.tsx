import type { TrailFan } from '../view/trail';

const REACH = 38;
const HALF_SPAN = 56;
const MOST = 4;

/** The job's story so far: one small fan for each reading after something was done. */
export function Trail({ fans, tolerance }: { readonly fans: readonly TrailFan[]; readonly tolerance: number }) {
  const end = Math.max(2 * tolerance, ...fans.flatMap(({ deviations }) => deviations.map(Math.abs))) || 1;
  return (
    <ol className="flex min-w-0 items-end gap-1 overflow-hidden" aria-label="Readings so far">
      {fans.slice(-MOST).map((fan) => (
        <li
          key={fan.id}
          className="w-20 shrink-0 text-center text-soft text-xs max-sm:[&:not(:nth-last-child(-n+2))]:hidden"
        >
          <SmallFan deviations={fan.deviations} end={end} tolerance={tolerance} />
          {fan.label}
        </li>
      ))}
    </ol>
  );
}

function SmallFan({
  deviations,
  end,
  tolerance,
}: {
  readonly deviations: readonly number[];
  readonly end: number;
  readonly tolerance: number;
}) {
  const edge = tip(tolerance / 2, end);
  const edgeLeft = tip(-tolerance / 2, end);
  return (
    <svg viewBox="-36 -42 72 46" aria-hidden="true" className="w-full">
      <path d={`M0,0 L${edgeLeft} A${REACH},${REACH} 0 0 1 ${edge} Z`} className="fill-lit" />
      {deviations.map((deviation, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: throats have no other name here, and their order never changes
        <path key={i} d={`M0,0 L${tip(deviation, end)}`} className="stroke-amber" strokeWidth="2" />
      ))}
    </svg>
  );
}

function tip(value: number, end: number): string {
  const angle = (((Math.max(-end, Math.min(end, value)) / end) * HALF_SPAN - 90) * Math.PI) / 180;
  return `${(Math.cos(angle) * REACH).toFixed(2)},${(Math.sin(angle) * REACH).toFixed(2)}`;
}
