import type { Hill } from '@amber-needle/core/mixture';
import { numeral, withUnit } from '@/words/numbers';
import { fraction } from '@/words/turns';

const SIZE = { width: 372, height: 150, left: 8, right: 8, top: 12, bottom: 30 } as const;
/** A hill is drawn at least so high, as a share of the speed: a flat one must not look like a mountain. */
const LEAST_HEIGHT = 0.03;
const TICK_TURNS = 0.5;

/** Speed against one screw: what was read, the hill it is thought to be, and where the target lies. */
export function HillChart({ hill, label }: { readonly hill: Hill; readonly label: string }) {
  const outs = hill.curve.map(({ out }) => out);
  const [from, to] = [Math.min(...outs), Math.max(...outs)];
  const speeds = [...hill.curve, ...hill.points].map(({ rpm }) => rpm);
  const highest = Math.max(...speeds);
  const lowest = Math.min(...speeds, highest * (1 - LEAST_HEIGHT));
  const x = (out: number) => SIZE.left + ((out - from) / (to - from)) * (SIZE.width - SIZE.left - SIZE.right);
  const y = (rpm: number) => SIZE.top + ((highest - rpm) / (highest - lowest)) * (SIZE.height - SIZE.top - SIZE.bottom);
  const ticks = Array.from({ length: 40 }, (_, i) => i * TICK_TURNS).filter((out) => out >= from && out <= to);
  const line = hill.curve.map(({ out, rpm }, i) => `${i === 0 ? 'M' : 'L'}${x(out).toFixed(1)},${y(rpm).toFixed(1)}`);
  const band = hill.target;
  return (
    <figure className="max-lg:hidden">
      <figcaption className="text-soft">
        {label}: idle against its screw, turns {hill.counted ? 'from the seat' : 'as if found at its base'}
      </figcaption>
      <svg viewBox={`0 0 ${SIZE.width} ${SIZE.height}`} className="w-full" role="img" aria-label={hillText(hill)}>
        {band === undefined || band.out < from || band.out > to ? null : (
          <g>
            <rect
              x={x(Math.max(from, band.out - band.doubt))}
              width={Math.max(2, x(Math.min(to, band.out + band.doubt)) - x(Math.max(from, band.out - band.doubt)))}
              y={SIZE.top}
              height={SIZE.height - SIZE.top - SIZE.bottom}
              className="fill-lit"
            />
            <line
              x1={x(band.out)}
              x2={x(band.out)}
              y1={SIZE.top}
              y2={SIZE.height - SIZE.bottom}
              className="stroke-ghost"
              strokeWidth="2"
              strokeDasharray="3 5"
            />
          </g>
        )}
        <path d={line.join(' ')} className="fill-none stroke-soft" strokeWidth="2" />
        {hill.points.map(({ out, rpm, uncertainty }) => (
          <g key={`${out} ${rpm} ${uncertainty}`} className="stroke-amber">
            <line x1={x(out)} x2={x(out)} y1={y(rpm + 2 * uncertainty)} y2={y(rpm - 2 * uncertainty)} strokeWidth="3" />
            <circle cx={x(out)} cy={y(rpm)} r="5" className="fill-amber" />
          </g>
        ))}
        {ticks.map((out) => (
          <text key={out} x={x(out)} y={SIZE.height - 8} textAnchor="middle" fontSize="14" className="fill-soft">
            {fraction(out)}
          </text>
        ))}
      </svg>
    </figure>
  );
}

function hillText({ points, target }: Hill): string {
  const read = points.map(({ out, rpm }) => `${fraction(out)} turns: ${withUnit(rpm, 0, 'rpm')}`).join(', ');
  return `Speed against the screw. ${read}.${target === undefined ? '' : ` Target near ${numeral(target.out, 1)} turns.`}`;
}
