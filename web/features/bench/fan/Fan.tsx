import { type Shown, written } from '@/words/deviceUnit';
import { numeral } from '@/words/numbers';
import type { Needle } from '../view/needles';
import { marksFor } from '../view/scale';
import { angleOf, arcPath, FAN, fixed, pointAt, tagAngles, wedgePath } from './fanGeometry';

interface FanProps {
  readonly needles: readonly Needle[];
  /** Where the advised or last move should leave each needle, from the group. */
  readonly ghosts: readonly number[];
  readonly tolerance: number;
  /** Of the arc, the tolerance and the needles. */
  readonly unit: Shown;
  readonly end: number;
  readonly stale: boolean;
  /** What stands in the middle of the arc, where marks are figures and not distances from the group; two decimals. */
  readonly middle?: number;
}

/** Wedges show two standard uncertainties either side, and are never thinner than the eye can hold. */
const THINNEST = 0.004;

/** All throats on one pivot and one arc: apart like a fan, or together as one amber needle. */
export function Fan({ needles, ghosts, tolerance, unit, end, stale, middle }: FanProps) {
  const shown = needles.filter(({ deviation }) => Number.isFinite(deviation));
  const angles = shown.map(({ deviation }) => angleOf(deviation, end));
  const tags = tagAngles(angles);
  return (
    <svg
      viewBox={`0 0 ${FAN.width} ${FAN.height}`}
      className="min-h-0 w-full flex-1"
      role="img"
      aria-label={fanText(shown, unit, middle)}
    >
      <Scale end={end} tolerance={tolerance} unit={unit} middle={middle} />
      {shown.map(({ throat, deviation, uncertainty }) => (
        <Doubt key={throat} deviation={deviation} uncertainty={uncertainty} end={end} />
      ))}
      {ghosts.map((ghost, i) => (
        <Ghost key={needles[i]?.throat ?? i} angle={angleOf(ghost, end)} />
      ))}
      <g className={stale ? 'opacity-40' : undefined}>
        {shown.map(({ throat }, i) => (
          <NeedleLine key={throat} throat={throat} angle={angles[i] ?? 0} tag={tags[i] ?? 0} />
        ))}
      </g>
      <circle cx={FAN.pivotX} cy={FAN.pivotY} r="9" className="fill-amber" />
    </svg>
  );
}

type ScaleProps = Pick<FanProps, 'end' | 'tolerance' | 'unit'> & { readonly middle: number | undefined };

function Scale({ end, tolerance, unit, middle }: ScaleProps) {
  const { labelled, small } = marksFor(end);
  const steps = Math.round(end / small);
  const marks = Array.from({ length: 2 * steps + 1 }, (_, i) => (i - steps) * small);
  const half = tolerance / 2;
  return (
    <g>
      <path d={wedgePath(angleOf(-half, end), angleOf(half, end), FAN.radius)} className="fill-lit" />
      <path
        d={arcPath(angleOf(-end, end), angleOf(end, end), FAN.radius)}
        className="fill-none stroke-line"
        strokeWidth="2"
      />
      <path
        d={arcPath(angleOf(-half, end), angleOf(half, end), FAN.radius)}
        className="fill-none stroke-ink"
        strokeWidth="5"
      />
      {marks.map((value) => (
        <Mark key={value} value={value} end={end} labelled={isMultiple(value, labelled)} unit={unit} middle={middle} />
      ))}
    </g>
  );
}

interface MarkProps extends Pick<ScaleProps, 'middle'> {
  readonly value: number;
  readonly end: number;
  readonly labelled: boolean;
  readonly unit: Shown;
}

function Mark({ value, end, labelled, unit, middle }: MarkProps) {
  const angle = angleOf(value, end);
  const outer = pointAt(angle, FAN.radius - 3);
  const inner = pointAt(angle, FAN.radius - (labelled ? 18 : 9));
  const label = pointAt(angle, FAN.radius - 38);
  return (
    <g>
      <line
        x1={fixed(outer.x)}
        y1={fixed(outer.y)}
        x2={fixed(inner.x)}
        y2={fixed(inner.y)}
        className="stroke-soft"
        strokeWidth={labelled ? 2 : 1}
      />
      {labelled ? (
        <text x={fixed(label.x)} y={fixed(label.y + 6)} textAnchor="middle" fontSize="18" className="fill-soft">
          {written(middle === undefined ? numeral(value, decimalsOf(value), true) : numeral(middle + value, 2), unit)}
        </text>
      ) : null}
    </g>
  );
}

function Doubt({
  deviation,
  uncertainty,
  end,
}: {
  readonly deviation: number;
  readonly uncertainty: number;
  readonly end: number;
}) {
  const low = Math.min(angleOf(deviation - 2 * uncertainty, end), angleOf(deviation, end) - THINNEST);
  const high = Math.max(angleOf(deviation + 2 * uncertainty, end), angleOf(deviation, end) + THINNEST);
  return <path d={wedgePath(low, high, FAN.radius - 3)} className="fill-amber-soft" />;
}

function Ghost({ angle }: { readonly angle: number }) {
  const from = pointAt(angle, 80);
  const to = pointAt(angle, FAN.radius - 5);
  return (
    <line
      x1={fixed(from.x)}
      y1={fixed(from.y)}
      x2={fixed(to.x)}
      y2={fixed(to.y)}
      className="stroke-ghost"
      strokeWidth="3"
      strokeDasharray="3 9"
      strokeLinecap="round"
    />
  );
}

function NeedleLine({ throat, angle, tag }: { readonly throat: string; readonly angle: number; readonly tag: number }) {
  const tip = pointAt(angle, FAN.radius - 5);
  const edge = pointAt(angle, FAN.radius + 3);
  const label = pointAt(tag, FAN.radius + FAN.tagDistance);
  return (
    <g className="stroke-amber">
      <line
        x1={FAN.pivotX}
        y1={FAN.pivotY}
        x2={fixed(tip.x)}
        y2={fixed(tip.y)}
        strokeWidth="4.5"
        strokeLinecap="round"
      />
      <line x1={fixed(edge.x)} y1={fixed(edge.y)} x2={fixed(label.x)} y2={fixed(label.y)} strokeWidth="1.5" />
      <circle cx={fixed(label.x)} cy={fixed(label.y)} r={FAN.tagRadius} className="fill-ground" strokeWidth="2.5" />
      <text
        x={fixed(label.x)}
        y={fixed(label.y + 7)}
        textAnchor="middle"
        fontSize="20"
        fontWeight="700"
        stroke="none"
        className="fill-ink"
      >
        {throat}
      </text>
    </g>
  );
}

/** As many as the mark needs, up to two. */
function decimalsOf(value: number): 0 | 1 | 2 {
  if (isMultiple(value, 1)) return 0;
  return isMultiple(value, 0.1) ? 1 : 2;
}

function isMultiple(value: number, of: number): boolean {
  return Math.abs(value / of - Math.round(value / of)) < 1e-9;
}

function fanText(needles: readonly Needle[], unit: Shown, middle: number | undefined): string {
  if (needles.length === 0) return 'The fan: no needle yet';
  const figure = (deviation: number) =>
    middle === undefined
      ? `${numeral(deviation, 1, true)} ${unit.name}`
      : `${unit.name} ${numeral(middle + deviation, 2)}`;
  const parts = needles.map(({ throat, deviation }) => written(`cylinder ${throat} ${figure(deviation)}`, unit));
  return `The fan, ${middle === undefined ? 'from the group' : 'rich left, lean right'}: ${parts.join(', ')}`;
}
