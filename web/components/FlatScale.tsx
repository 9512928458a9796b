import type { FlatScaleView } from './flatScaleView';

const WIDTH = 360;
const HEIGHT = 46;
const LINE = 36;
const MARK = 14;

/** The fan laid flat: every mark on one line, the specification lit behind it, the odd one amber and heavier. */
export function FlatScale({ view, text }: { readonly view: FlatScaleView; readonly text: string }) {
  const x = (at: number) => at * WIDTH;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block w-full" role="img" aria-label={text}>
      {view.lit === undefined ? null : (
        <>
          <rect
            x={x(view.lit.from)}
            y={LINE - 20}
            width={x(view.lit.to - view.lit.from)}
            height="20"
            className="fill-lit"
          />
          <line x1={x(view.lit.from)} x2={x(view.lit.to)} y1={LINE} y2={LINE} className="stroke-ink" strokeWidth="3" />
        </>
      )}
      <line x1="0" x2={WIDTH} y1={LINE} y2={LINE} className="stroke-line" strokeWidth="1" />
      {view.marks.map(({ at, labels, odd }) => (
        <g key={`${at} ${labels.join()}`} className={odd ? 'fill-amber' : 'fill-soft'}>
          <rect
            x={x(at) - (odd ? 2.5 : 1.25)}
            y={LINE - MARK}
            width={odd ? 5 : 2.5}
            height={MARK}
            className={odd ? 'fill-amber' : 'fill-ink'}
          />
          <text x={x(at)} y={LINE - MARK - 5} textAnchor="middle" fontSize="13" fontWeight={odd ? 700 : 400}>
            {labels.join(' ')}
          </text>
        </g>
      ))}
    </svg>
  );
}
