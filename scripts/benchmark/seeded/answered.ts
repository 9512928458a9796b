import { seededRandom } from '@amber-needle/core/basics';
import type { EngineTruth } from '@amber-needle/core/engine';
import { departuresOf, type Fault } from '@amber-needle/core/faults';
import { enrichmentOn, type Setup } from '@amber-needle/core/setup';
import type { ProposedTest, Test } from '@amber-needle/core/suspects';
import { seconds, turns } from '@amber-needle/core/units';
import { deadThroats } from './shown';
import { braked, type Day, made, started } from './stations';

/** One test in thirty is answered wrongly by whoever does it: another answer of its own. Ours. */
const SLIPS = 1 / 30;

export interface Patient {
  readonly setup: Setup;
  readonly seed: number;
  readonly faults: readonly Fault[];
  readonly day: Day;
  readonly sound: Day;
}

type Asked = Pick<ProposedTest, 'test' | 'place'>;

/** What a test answers on an engine: tried on it where an engine can be tried, else what somebody finds who looks. */
export function answerOf(patient: Patient, asked: Asked): string {
  const { test } = asked;
  const random = seededRandom((patient.seed * 31 + hashOf(`${test.id} ${asked.place ?? ''}`)) >>> 0);
  const right = tried(patient, asked) ?? looked(patient, asked) ?? test.answers[0].id;
  if (random.uniform() > SLIPS) return right;
  const others = test.answers.filter(({ id }) => id !== right);
  return others[Math.floor(random.uniform() * others.length)]?.id ?? right;
}

function hashOf(text: string): number {
  return [...text].reduce((hash, letter) => (Math.imul(hash, 33) + letter.charCodeAt(0)) >>> 0, 5381);
}

/** Tests of a running engine. Undefined where a test is none. */
function tried(patient: Patient, { test, place }: Asked): string | undefined {
  const { setup, seed, faults, day, sound } = patient;
  const throat = setup.throats.findIndex(({ id }) => id === place);
  const cylinder = setup.cylinders.findIndex(({ id }) => id === place);
  switch (test.id) {
    case 'chokeHalf':
      return underChoke(patient, throat);
    case 'screwIn':
      return screwedIn(patient, place ?? '');
    case 'filterOff': {
      const torque = (of: readonly Fault[], filters: boolean) =>
        braked(setup, seed, { faults: of, speedRpm: 3600, leverDeg: 80, filters }).torqueNm;
      const gain = (of: readonly Fault[]) => torque(of, false) / torque(of, true);
      return gain(faults) > 1.04 * gain([]) ? 'better' : 'same';
    }
    case 'meterMouth':
      return airShare(day.idle, throat) < 0.94 * airShare(sound.idle, throat) ? 'less' : 'alike';
    case 'fiveBlips': {
      const rest = (truth: EngineTruth) => truth.depressions[throat] ?? 0;
      const range = (of: Day) => Math.max(...of.rests.map(rest)) - Math.min(...of.rests.map(rest));
      return range(day) > range(sound) + 1500 ? 'scatter' : 'alike';
    }
    case 'pullLead':
      return (day.idle.misfires[cylinder] ?? 0) > 0.5 ? 'nothing' : 'falls';
    case 'holdLoad': {
      if (Math.max(...day.full.misfires) > 0.1) return 'breaks';
      return day.full.torqueNm < 0.9 * sound.full.torqueNm && Math.max(...day.full.lambdas) > 1.05 ? 'fades' : 'pulls';
    }
    case 'chokeUnderLoad': {
      const lean = Math.max(...day.full.lambdas) > 1.05 || Math.max(...day.cruise.lambdas) > 1.12;
      return lean ? 'better' : 'worse';
    }
    case 'hotSoak':
      return (day.restarted.lambdas[0] ?? 1) < 0.85 * (day.idle.lambdas[0] ?? 1) ? 'boils' : 'starts';
    default:
      return undefined;
  }
}

/** Leaner than this at idle a cylinder gains by some choke: it comes in, and is heard to. `common practice, no source`. */
const LEAN_ABOVE = 1.08;
const AMBIENT = 101_325;

/** What a mouth draws against the charge that its depression shows, compared with the mean of all: a leak brings the rest. */
function airShare({ airflows, depressions }: EngineTruth, throat: number): number {
  const shares = airflows.map((flow, i) => flow / (AMBIENT - (depressions[i] ?? 0)));
  return ((shares[throat] ?? 0) * shares.length) / shares.reduce((sum, share) => sum + share, 0);
}

function underChoke({ setup, seed, faults }: Patient, throat: number): string {
  const engine = made(setup, seed, faults);
  started(engine);
  engine.choke(0);
  engine.advance(seconds(5));
  const before = engine.truth();
  engine.choke(0.35);
  engine.advance(seconds(6));
  const after = engine.truth();
  const fed = setup.cylinders.flatMap(({ id }, i) => (setup.throats[throat]?.feeds.includes(id) === true ? [i] : []));
  const missed = (truth: EngineTruth) => fed.reduce((sum, i) => sum + (truth.misfires[i] ?? 0), 0) / fed.length;
  const leanest = (truth: EngineTruth) => Math.max(...fed.map((i) => truth.lambdas[i] ?? 1));
  const comesIn = leanest(before) > LEAN_ABOVE && leanest(after) < 0.95 * leanest(before);
  if (missed(after) < missed(before) - 0.1 || comesIn) return 'better';
  // A cylinder that was right is sooty now; one that was lean is not.
  const sooty = fed.some((i) => (after.lambdas[i] ?? 1) < 0.92 * (before.lambdas[i] ?? 1));
  return sooty || after.speed < 0.97 * before.speed || missed(after) > missed(before) + 0.1 ? 'richer' : 'nothing';
}

function screwedIn({ setup, seed, faults }: Patient, throat: string): string {
  const screw = setup.adjusters.find((adjuster) => enrichmentOn(adjuster, throat) !== 0);
  if (screw === undefined) return 'falls';
  const engine = made(setup, seed, faults);
  started(engine);
  engine.choke(0);
  engine.advance(seconds(6));
  const before = engine.truth().speed;
  for (let turned = 0; turned < 2; turned += 0.5) {
    const { outcome } = engine.turn(screw.id, turns(0.5));
    engine.advance(seconds(4));
    if (engine.truth().speed < 0.97 * before || !engine.running()) return 'falls';
    if (outcome !== 'turned') return turned === 0 ? 'alreadySeated' : 'nothing';
  }
  return 'nothing';
}

/** What somebody finds who looks into it, or holds an instrument that the engine model has none of. */
function looked({ setup, faults }: Patient, { test, place = '' }: Asked): string | undefined {
  const { throat, cylinder, common, exchangedHoses } = departuresOf(faults);
  const at = throat(place);
  const in_ = cylinder(place);
  const comesOver = at.leakArea > 0 ? 0 : at.flooding;
  const turned = setup.adjusters
    .filter((adjuster) => enrichmentOn(adjuster, place) !== 0)
    .map(({ id }) => departuresOf(faults).screw(id).astray);
  const alone = at.idleFlow !== 1 && at.mainFlow === 1;
  const both = at.idleFlow !== 1 && at.mainFlow !== 1;
  const pick = (...of: readonly (readonly [boolean, string])[]) => of.find(([holds]) => holds)?.[1];
  const found: Readonly<Partial<Record<Test['id'], string | undefined>>> = {
    staticFuel: pick([comesOver > 0.2, 'fast'], [comesOver > 0 || at.level > 0.005, 'slow']),
    fuelLevel: pick([comesOver > 0.2 || at.level > 0.002, 'high'], [at.level < -0.002, 'low']),
    rapBowl: pick([comesOver > 0, 'stops']),
    openBowl: pick([comesOver > 0, 'grit']),
    pilotLight: pick([alone, 'blocked'], [both, 'other']),
    mainLight: pick([both, 'other'], [at.mainFlow < 0.8, 'blocked']),
    sprayLeak: pick([at.leakArea > 0 && at.flooding === 0, 'flange'], [at.restSpread > 0, 'shaft']),
    feedStart: pick([at.feedReversed > 0, 'well']),
    slotSeen: pick([at.slotMore > 0.0005, 'much']),
    needleWear: pick([at.needleFlow > 1.1, 'worn']),
    enricherSeat: pick([at.flooding > 0 && at.leakArea > 0, 'worn']),
    chokeBack: pick([common.chokeOn > 0.05, 'on']),
    shaftPlay: pick([at.restSpread > 0.002, 'loose']),
    linkPlay: pick([at.play > 0.005, 'loose']),
    liftPiston: pick([at.riseLost > 0.1, 'drags']),
    riseWhenBlipped: pick([at.riseLost > 0.25, 'lazy']),
    compression: pick([in_.workLost > 0.1, 'low']),
    swapPlug: pick([in_.misses > 0.05, 'moves']),
    countTurns: pick([turned.some((by) => Math.abs(by) >= 1), 'far']),
    advanceHose: pick([common.sparkEarlyDeg > 0, 'vacuum']),
    timing: pick([common.sparkEarlyDeg > 0, 'off']),
    watchStop: pick([deadThroats(setup, faults).includes(place), 'still']),
    swapHoses: pick([exchangedHoses.some((pair) => pair.includes(place)), 'hose']),
  };
  return found[test.id];
}
