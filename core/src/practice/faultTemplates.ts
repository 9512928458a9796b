import type { Fault } from '../engine';
import { seededRandom } from '../random';
import { at } from '../sequence';
import { type Adjuster, concernOf, type Setup } from '../setup';

export const STRENGTHS = ['mild', 'clear', 'severe'] as const;
export type Strength = (typeof STRENGTHS)[number];

/** What a strength is worth. Ours: clear is what people notice within a minute, mild what they argue about. */
const FACTOR: Readonly<Record<Strength, number>> = { mild: 0.5, clear: 1, severe: 1.6 };

/** Every single fault that a setup can have, at each of its places, with one strength. */
export function faultTemplates(setup: Setup, strength: Strength): readonly Fault[] {
  const by = FACTOR[strength];
  const share = (value: number) => Math.min(0.95, value * by);
  const throats = setup.throats.map(({ id }) => id);
  const pistons = setup.throats.filter(({ throttle }) => throttle === 'constantDepression');
  const screwed = (concern: 'rest' | 'mixture') => setup.adjusters.filter((a: Adjuster) => concernOf(a) === concern);
  const [first, second] = throats;
  const own = setup.throats.map(({ boreMm, feeds }) => (boreMm * boreMm * Math.min(2, feeds.length)) / 900);
  return [
    ...throats.map((throat, i): Fault => ({ kind: 'airLeak', throat, areaMm2: by * at(own, i) })),
    ...throats.map((throat): Fault => ({ kind: 'blockedIdle', throat, share: share(0.35) })),
    ...throats.map((throat): Fault => ({ kind: 'wornShaft', throat, restDeg: 0.25 * by })),
    ...throats.map((throat): Fault => ({ kind: 'linkagePlay', throat, deg: by })),
    ...screwed('rest').map(({ id }): Fault => ({ kind: 'deadScrew', adjuster: id })),
    ...screwed('mixture').map(({ id }): Fault => ({ kind: 'wrongBase', adjuster: id, turns: -1.2 * by })),
    ...setup.cylinders.map(({ id }): Fault => ({ kind: 'lowCompression', cylinder: id, loss: share(0.3) })),
    ...setup.cylinders.map(({ id }): Fault => ({ kind: 'weakSpark', cylinder: id, missShare: share(0.25) })),
    ...throats.map((throat): Fault => ({ kind: 'flooding', throat, share: 0.3 * by })),
    ...throats.map((throat): Fault => ({ kind: 'floatLevel', throat, mm: 4 * by })),
    ...throats.map((throat): Fault => ({ kind: 'starvedMain', throat, share: share(0.4) })),
    ...pistons.map(({ id }): Fault => ({ kind: 'stickingPiston', throat: id, share: share(0.4) })),
    ...(first === undefined || second === undefined
      ? []
      : [
          { kind: 'mixedJets' as const, throats: [first, second], ratio: 1 + 0.15 * by },
          { kind: 'exchangedHoses' as const, throats: [first, second] },
        ]),
    { kind: 'chokeStuck', share: share(0.25) },
    { kind: 'restrictedFilter', share: share(0.5) },
    { kind: 'fuelBoil', share: 0.5 * by },
    { kind: 'manifoldAdvance', deg: 10 * by },
  ];
}

/** One fault that the seed picks: first its kind, so that a kind with many places is not met more often. */
export function drawFault(setup: Setup, seed: number): Fault {
  const random = seededRandom(seed ^ 0xfa17);
  const templates = faultTemplates(setup, 'clear');
  const kinds = [...new Set(templates.map(({ kind }) => kind))];
  const kind = at(kinds, Math.floor(random.uniform() * kinds.length));
  const places = templates.filter((fault) => fault.kind === kind);
  return at(places, Math.floor(random.uniform() * places.length));
}
