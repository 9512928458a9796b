/** Measures of the fan's drawing, in its own units. The pivot is at the bottom, the arc spans both sides of upright. */
export const FAN = {
  width: 848,
  height: 530,
  pivotX: 424,
  pivotY: 500,
  radius: 434,
  halfSpan: 56,
  tagRadius: 18,
  tagDistance: 32,
} as const;

/** Needles beyond the end of the arc park this far past it, as a share of the arc. */
const PARKED = 1.035;

/** Angle of a value on the arc, radians, upright is -pi/2 as SVG counts. */
export function angleOf(value: number, end: number): number {
  const share = Math.max(-PARKED, Math.min(PARKED, value / end));
  return ((share * FAN.halfSpan - 90) * Math.PI) / 180;
}

/** A point at an angle and distance from the pivot. */
export function pointAt(angle: number, distance: number): { readonly x: number; readonly y: number } {
  return { x: FAN.pivotX + Math.cos(angle) * distance, y: FAN.pivotY + Math.sin(angle) * distance };
}

/** An arc about the pivot as an SVG path. */
export function arcPath(from: number, to: number, distance: number): string {
  const a = pointAt(from, distance);
  const b = pointAt(to, distance);
  return `M${fixed(a.x)},${fixed(a.y)} A${distance},${distance} 0 0 1 ${fixed(b.x)},${fixed(b.y)}`;
}

/** A wedge from the pivot to the arc as an SVG path. */
export function wedgePath(from: number, to: number, distance: number): string {
  const a = pointAt(from, distance);
  const b = pointAt(to, distance);
  return `M${FAN.pivotX},${FAN.pivotY} L${fixed(a.x)},${fixed(a.y)} A${distance},${distance} 0 0 1 ${fixed(b.x)},${fixed(b.y)} Z`;
}

/** Least angle between two tags, radians: their circles must not touch. */
const TAG_GAP = (2 * FAN.tagRadius + 5) / (FAN.radius + FAN.tagDistance);

/** Angles for the needles' number tags: as near their needles as they can be without covering each other, in the same order. */
export function tagAngles(angles: readonly number[]): readonly number[] {
  const order = angles.map((angle, i) => ({ angle, i })).sort((a, b) => a.angle - b.angle);
  // Clusters of touching tags are spread about the mean of their needles; clusters that meet are joined.
  let clusters = order.map(({ angle, i }) => ({ members: [i], centre: angle }));
  for (let joined = true; joined; ) {
    joined = false;
    for (let k = 1; k < clusters.length; k += 1) {
      const left = clusters[k - 1];
      const right = clusters[k];
      if (left === undefined || right === undefined) continue;
      const needed = ((left.members.length + right.members.length) / 2) * TAG_GAP;
      if (right.centre - left.centre >= needed) continue;
      const members = [...left.members, ...right.members];
      const centre = (left.centre * left.members.length + right.centre * right.members.length) / members.length;
      clusters = [...clusters.slice(0, k - 1), { members, centre }, ...clusters.slice(k + 1)];
      joined = true;
      break;
    }
  }
  const placed = [...angles];
  for (const { members, centre } of clusters) {
    members.forEach((member, k) => {
      placed[member] = centre + (k - (members.length - 1) / 2) * TAG_GAP;
    });
  }
  return placed;
}

/** Coordinates to a hundredth: finer is noise in the page, and differs between server and browser. */
export function fixed(value: number): string {
  return value.toFixed(2);
}
