import { seededRandom } from '@amber-needle/core/basics';
import { departuresOf, type Fault } from '@amber-needle/core/faults';
import type { Setup } from '@amber-needle/core/setup';
import { quantileOf } from '@amber-needle/core/signal';
import type { Evidence } from '@amber-needle/core/suspects';
import type { Day } from './stations';

/**
 * What somebody notices of an engine's day, in the words of the map, against its sisters and against the sound engine that they know.
 * Bounds are what people notice, written before anything was run: ours, `common practice, no source` behind them.
 */
const NOTICED = {
  missShare: 0.08,
  pipeK: 45,
  idleHighShare: 1.15,
  huntsShare: 0.12,
  depressionPa: 2500,
  restShare: 0.05,
};
const SOOTY_BELOW = 0.78;
const WET_BELOW = 0.62;
const WHITE_ABOVE = 1.12;
/** An eye and an ear miss one thing in ten. */
const NOTICES = 0.9;

type Shown = readonly [observation: string, holds: boolean, place?: string];

/** `sound`: the same engine with nothing wrong. */
export function shownBy(
  setup: Setup,
  {
    day,
    sound,
    faults,
    seed,
  }: { readonly day: Day; readonly sound: Day; readonly faults: readonly Fault[]; readonly seed: number },
): readonly Evidence[] {
  const random = seededRandom(seed ^ 0x0b5);
  const shown = [
    ...byTheBank(day, sound),
    ...byThroat(setup, day, sound),
    ...byCylinder(setup, day, sound),
    ...seenOutside(setup, faults),
  ];
  return shown.flatMap(([observation, holds, place]) =>
    holds && random.uniform() < NOTICES ? [{ kind: 'observed' as const, observation, place, seen: true }] : [],
  );
}

function byTheBank(day: Day, sound: Day): readonly Shown[] {
  const { idle, full, cruise, restarted } = day;
  const idles = day.rests.map(({ speed }) => speed);
  const richer = (now: readonly number[], before: readonly number[]) => middle(now) < 0.9 * middle(before);
  return [
    ['startsOnlyWithChoke', day.startedBy === 'choke'],
    ['stallsWarm', day.died && day.startedBy !== 'nothing'],
    ['idleHigh', idle.speed > NOTICED.idleHighShare * sound.idle.speed],
    ['hunts', day.idleTo - day.idleFrom > NOTICED.huntsShare * idle.speed + (sound.idleTo - sound.idleFrom)],
    ['rocks', idle.misfires.some((share, i) => share > (sound.idle.misfires[i] ?? 0) + NOTICED.missShare)],
    ['idleDiffers', Math.max(...idles) - Math.min(...idles) > NOTICED.restShare * idle.speed],
    ['idleSooty', richer(idle.lambdas, sound.idle.lambdas) && Math.min(...idle.lambdas) < SOOTY_BELOW],
    ['thirsty', richer(cruise.lambdas, sound.cruise.lambdas)],
    ['surges', Math.max(...cruise.lambdas) > 1.15 && Math.max(...sound.cruise.lambdas) < 1.1],
    ['slowTop', full.torqueNm < 0.93 * sound.full.torqueNm],
    ['gurglesLoad', Math.min(...full.lambdas) < 0.72 && Math.min(...sound.full.lambdas) > 0.76],
    ['missesLoad', Math.max(...full.misfires) > Math.max(...sound.full.misfires) + NOTICED.missShare],
    ['revsButNoPull', full.torqueNm < 0.75 * sound.full.torqueNm],
    [
      'floodsHot',
      middle(restarted.lambdas) < 0.85 * middle(sound.restarted.lambdas) && !richer(idle.lambdas, sound.idle.lambdas),
    ],
    [
      'unevenAbove',
      range(day.held.depressions) > range(sound.held.depressions) + NOTICED.depressionPa &&
        range(idle.depressions) < range(sound.idle.depressions) + NOTICED.depressionPa,
    ],
  ];
}

function byThroat({ throats }: Setup, day: Day, sound: Day): readonly Shown[] {
  const off = (truth: Day['idle'], i: number) => (truth.depressions[i] ?? 0) - middle(truth.depressions);
  return throats.flatMap(({ id }, i): readonly Shown[] => {
    const by = off(day.idle, i) - off(sound.idle, i);
    const rests = day.rests.map((truth) => off(truth, i));
    const wander = sound.rests.map((truth) => off(truth, i));
    return [
      ['depressionLow', throats.length > 1 && by < -NOTICED.depressionPa, id],
      ['depressionHigh', throats.length > 1 && by > NOTICED.depressionPa, id],
      ['comesElsewhere', range(rests) > range(wander) + NOTICED.depressionPa, id],
    ];
  });
}

function byCylinder({ cylinders }: Setup, day: Day, sound: Day): readonly Shown[] {
  return cylinders.flatMap(({ id }, i): readonly Shown[] => {
    const lambda = day.idle.lambdas[i] ?? 1;
    const before = sound.idle.lambdas[i] ?? 1;
    const white = (at: 'idle' | 'full') => {
      const [now, then] = [day[at].lambdas[i] ?? 1, sound[at].lambdas[i] ?? 1];
      return now > WHITE_ABOVE && now > 1.07 * then;
    };
    const missing = (day.idle.misfires[i] ?? 0) > (sound.idle.misfires[i] ?? 0) + NOTICED.missShare;
    return [
      ['missesIdle', missing, id],
      ['flutters', missing, id],
      [
        'coldPipe',
        middle(day.pipes) - (day.pipes[i] ?? 0) > NOTICED.pipeK + middle(sound.pipes) - (sound.pipes[i] ?? 0),
        id,
      ],
      ['plugWet', lambda < WET_BELOW, id],
      ['plugSooty', lambda >= WET_BELOW && lambda < SOOTY_BELOW && lambda < 0.93 * before, id],
      ['plugWhite', (white('idle') || white('full')) && (day.idle.misfires[i] ?? 0) < 0.9, id],
    ];
  });
}

/** What an engine model has no picture of, and anybody sees who stands beside it. */
function seenOutside(setup: Setup, faults: readonly Fault[]): readonly Shown[] {
  const { throats } = setup;
  const { common, throat, exchangedHoses } = departuresOf(faults);
  return [
    ...throats.flatMap(({ id }): readonly Shown[] => [
      ['puddle', throat(id).flooding > 0.2 && throat(id).leakArea === 0, id],
      ['answersOther', exchangedHoses.some((pair) => pair.includes(id)), id],
    ]),
    ...deadThroats(setup, faults).map((id): Shown => ['stopDead', true, id]),
    ['pinks', common.sparkEarlyDeg > 6],
  ];
}

/** Throats that a screw should move, and does not; not of one that moves all. */
export function deadThroats({ adjusters, throats }: Setup, faults: readonly Fault[]): readonly string[] {
  return faults.flatMap((fault) => {
    const acts = fault.kind === 'deadScrew' ? (adjusters.find(({ id }) => id === fault.adjuster)?.acts ?? []) : [];
    return acts.length < throats.length ? acts.map(({ throat }) => throat) : [];
  });
}

function middle(values: readonly number[]): number {
  return quantileOf(values, 0.5);
}

function range(values: readonly number[]): number {
  return Math.max(...values) - Math.min(...values);
}
