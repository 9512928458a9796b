const R = 46;

/** A screw's head with the turn as an arc, the way the hand goes. Clockwise is in. */
export function TurnDial({ turns }: { readonly turns: number }) {
  // A full turn or more leaves a gap before its arrow: in a closed ring nobody sees which way it goes.
  const sweep = Math.min(Math.abs(turns), 0.8) * 2 * Math.PI;
  const direction = turns < 0 ? -1 : 1;
  const at = (angle: number, r: number) =>
    `${(r * Math.sin(direction * angle)).toFixed(2)},${(-r * Math.cos(angle)).toFixed(2)}`;
  const large = sweep > Math.PI ? 1 : 0;
  const head = 0.3;
  return (
    <svg viewBox="-64 -64 128 128" className="size-28 shrink-0" aria-hidden="true">
      <circle r={R} className="fill-none stroke-line" strokeWidth="2" />
      <path
        d={`M0,${-R} A${R},${R} 0 ${large} ${direction > 0 ? 1 : 0} ${at(sweep, R)}`}
        className="fill-none stroke-amber"
        strokeWidth="10"
      />
      <path d={`M${at(sweep + head, R)} L${at(sweep, R - 13)} L${at(sweep, R + 13)} Z`} className="fill-amber" />
      <line
        x1="-24"
        y1="0"
        x2="24"
        y2="0"
        className="stroke-soft"
        strokeWidth="7"
        strokeLinecap="round"
        transform="rotate(-58)"
      />
    </svg>
  );
}
