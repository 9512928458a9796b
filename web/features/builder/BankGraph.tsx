import type { Setup } from '@amber-needle/core/setup';
import clsx from 'clsx';
import { bankPicture, type PictureLine } from './view/bankPicture';

interface BankGraphProps {
  readonly setup: Setup;
  /** The screw that is looked at; its lines stand out. */
  readonly chosen: string | undefined;
  readonly choose: (screw: string) => void;
}

/** What moves what: screws above, throats in the middle, cylinders below. Open lines open or enrich, broken ones close or lean. */
export function BankGraph({ setup, chosen, choose }: BankGraphProps) {
  const { width, height, screws, throats, cylinders, lines, bars } = bankPicture(setup);
  return (
    <fieldset>
      <legend className="sr-only">What moves what</legend>
      <svg viewBox={`0 0 ${width} ${height}`} className="w-full">
        <title>What moves what</title>
        {lines.map((line) => (
          <Line key={line.key} line={line} strong={line.screw !== undefined && line.screw === chosen} />
        ))}
        {bars.map(({ key, x1, x2, y, kind, title }) => (
          <line
            key={key}
            x1={x1}
            x2={x2}
            y1={y}
            y2={y}
            strokeWidth={kind === 'coupling' ? 4 : 2}
            strokeDasharray={kind === 'pipe' ? '2 5' : undefined}
            className="stroke-edge"
          >
            <title>{title}</title>
          </line>
        ))}
        {screws.map(({ id, x, y, title }) => (
          // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside a drawing
          <g
            key={id}
            role="button"
            tabIndex={0}
            aria-label={title}
            className="cursor-pointer outline-none focus-visible:[&>rect]:stroke-ghost"
            onClick={() => choose(id)}
            onKeyDown={({ key }) => {
              if (key === 'Enter' || key === ' ') choose(id);
            }}
          >
            <rect
              x={x - 21}
              y={y - 21}
              width={42}
              height={42}
              rx={21}
              strokeWidth={2}
              className={clsx(id === chosen ? 'fill-amber stroke-amber' : 'fill-raise stroke-edge')}
            />
            <text
              x={x}
              y={y + 5}
              textAnchor="middle"
              className={clsx('font-bold text-sm', id === chosen ? 'fill-on-amber' : 'fill-ink')}
            >
              {id}
            </text>
          </g>
        ))}
        {throats.map(({ id, x, y, title }) => (
          <g key={id}>
            <rect x={x - 24} y={y - 24} width={48} height={48} strokeWidth={2} className="fill-raise stroke-ink" />
            <text x={x} y={y + 6} textAnchor="middle" className="fill-ink font-bold text-lg">
              {id}
            </text>
            <title>{title}</title>
          </g>
        ))}
        {cylinders.map(({ id, x, y, title }) => (
          <g key={id}>
            <circle cx={x} cy={y} r={19} strokeWidth={2} className="fill-ground stroke-edge" />
            <text x={x} y={y + 5} textAnchor="middle" className="fill-soft text-sm">
              {id}
            </text>
            <title>{title}</title>
          </g>
        ))}
      </svg>
    </fieldset>
  );
}

function Line({ line: { from, to, does }, strong }: { readonly line: PictureLine; readonly strong: boolean }) {
  const broken = does === 'closes' || does === 'leaner';
  return (
    <line
      x1={from.x}
      y1={from.y + 21}
      x2={to.x}
      y2={to.y - 24}
      strokeWidth={strong ? 4 : does === 'feeds' ? 1.5 : 2}
      strokeDasharray={broken ? '7 5' : undefined}
      className={strong ? 'stroke-amber' : 'stroke-line'}
    />
  );
}
