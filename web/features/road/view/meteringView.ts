import { type Family, METERING, PART_WORDS, type RoadTable, shareAt } from '@amber-needle/core/road';
import { partName, REGIME_WORDS } from '@/words/roadWords';

/** Shares of the parts over the throttle's travel, as curves in a picture. */
export interface MeteringView {
  readonly width: number;
  readonly height: number;
  readonly curves: readonly {
    readonly part: string;
    readonly path: string;
  }[];
  /** Where this ride was, regime by regime. */
  readonly regimes: readonly { readonly name: string; readonly x: number }[];
}

const [WIDTH, HEIGHT] = [520, 200];
const POINTS = 80;

export function meteringView(family: Family, table: RoadTable | undefined): MeteringView {
  const parts = METERING[family].filter(({ tipInOnly }) => tipInOnly === undefined);
  return {
    width: WIDTH,
    height: HEIGHT,
    curves: parts.map((part) => {
      const points = Array.from({ length: POINTS + 1 }, (_, k) => ({
        x: (k / POINTS) * WIDTH,
        y: HEIGHT * (1 - shareAt(part, k / POINTS)),
      }));
      return {
        part: PART_WORDS[part.part][0],
        path: `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`,
      };
    }),
    regimes: (table?.rows ?? []).flatMap(({ regime, cells }) => {
      const openings = cells.flatMap((cell) =>
        cell === undefined || Number.isNaN(cell.opening) ? [] : [cell.opening],
      );
      return openings.length === 0
        ? []
        : [
            {
              name: REGIME_WORDS[regime].toLowerCase(),
              x: WIDTH * Math.min(1, Math.max(0, openings.reduce((sum, at) => sum + at, 0) / openings.length)),
            },
          ];
    }),
  };
}

/** What meters at an opening, the strongest first, in words and shares. */
export function metersAt(
  family: Family,
  opening: number,
): readonly { readonly part: string; readonly share: number }[] {
  return METERING[family]
    .filter(({ tipInOnly }) => tipInOnly === undefined)
    .map((part) => ({ part: partName(part.part), share: shareAt(part, opening) }))
    .filter(({ share }) => share >= 0.05)
    .sort((a, b) => b.share - a.share);
}
