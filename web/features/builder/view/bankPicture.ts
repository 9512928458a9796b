import { actionOn, concernOf, enrichmentOn, type Setup } from '@amber-needle/core/setup';

/** The coupling graph as a picture: screws on top, throats in the middle, cylinders below. Places in units of the drawing. */
export interface BankPicture {
  readonly width: number;
  readonly height: number;
  readonly screws: readonly PlacedPart[];
  readonly throats: readonly PlacedPart[];
  readonly cylinders: readonly PlacedPart[];
  readonly lines: readonly PictureLine[];
  /** Clamps and balance pipes, drawn between throats. */
  readonly bars: readonly PictureBar[];
}

interface PlacedPart {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly title: string;
}

export interface PictureLine {
  readonly key: string;
  readonly from: { readonly x: number; readonly y: number };
  readonly to: { readonly x: number; readonly y: number };
  readonly does: 'opens' | 'closes' | 'richer' | 'leaner' | 'feeds';
  readonly screw: string | undefined;
}

interface PictureBar {
  readonly key: string;
  readonly x1: number;
  readonly x2: number;
  readonly y: number;
  readonly kind: 'coupling' | 'pipe';
  readonly title: string;
}

const WIDTH = 560;
const HEIGHT = 330;
const SCREWS_Y = 34;
const THROATS_Y = 178;
const CYLINDERS_Y = 296;
const BAR_STEP = 11;

export function bankPicture(setup: Setup): BankPicture {
  const spread = (count: number, index: number) => ((index + 0.5) * WIDTH) / Math.max(1, count);
  const place = (y: number, parts: readonly { readonly id: string }[], title: (index: number) => string) =>
    parts.map(({ id }, i): PlacedPart => ({ id, x: spread(parts.length, i), y, title: title(i) }));
  const screws = place(SCREWS_Y, setup.adjusters, (i) => setup.adjusters[i]?.label ?? '');
  const throats = place(THROATS_Y, setup.throats, (i) => setup.throats[i]?.carburetor ?? '');
  const cylinders = place(CYLINDERS_Y, setup.cylinders, (i) => `${setup.cylinders[i]?.firingDeg ?? 0}°`);
  const throatAt = (id: string) => throats.find((throat) => throat.id === id);
  const lines = setup.adjusters.flatMap((adjuster, s): PictureLine[] =>
    throats.flatMap((throat): PictureLine[] => {
      const move = actionOn(adjuster, throat.id);
      const enrich = enrichmentOn(adjuster, throat.id);
      const screw = screws[s];
      if (screw === undefined || (move === 0 && enrich === 0)) return [];
      const does =
        concernOf(adjuster) === 'mixture' ? (enrich > 0 ? 'richer' : 'leaner') : move > 0 ? 'opens' : 'closes';
      return [{ key: `${adjuster.id}-${throat.id}`, from: screw, to: throat, does, screw: adjuster.id }];
    }),
  );
  const feeds = setup.throats.flatMap((throat): PictureLine[] =>
    cylinders.flatMap((cylinder): PictureLine[] => {
      const from = throatAt(throat.id);
      if (from === undefined || !throat.feeds.includes(cylinder.id)) return [];
      return [{ key: `f${throat.id}-${cylinder.id}`, from, to: cylinder, does: 'feeds', screw: undefined }];
    }),
  );
  return {
    width: WIDTH,
    height: HEIGHT,
    screws,
    throats,
    cylinders,
    lines: [...lines, ...feeds],
    bars: barsOf(setup, throatAt),
  };
}

function barsOf(setup: Setup, throatAt: (id: string) => PlacedPart | undefined): readonly PictureBar[] {
  const joined = [
    ...setup.couplings.map((part) => ({ ...part, kind: 'coupling' as const })),
    ...(setup.pipes ?? []).map((part) => ({ ...part, kind: 'pipe' as const })),
  ];
  return joined.flatMap(({ id, joins, kind, label }, i): PictureBar[] => {
    const places = joins.flatMap((throat) => throatAt(throat)?.x ?? []);
    if (places.length < 2) return [];
    return [
      {
        key: id,
        x1: Math.min(...places),
        x2: Math.max(...places),
        y: THROATS_Y + 34 + i * BAR_STEP,
        kind,
        title: label,
      },
    ];
  });
}
