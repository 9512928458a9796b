import { balanceGoal, planMoves } from '@amber-needle/core/advice';
import { demand, layoutOf, priorBelief } from '@amber-needle/core/belief';
import type { EngineOptions } from '@amber-needle/core/engine';
import { foldJob } from '@amber-needle/core/job';
import { type Adjuster, actionOn, concernOf, type Setup } from '@amber-needle/core/setup';
import { createTrialBench, type TrialBench } from '@amber-needle/core/trial';
import { seconds, turns } from '@amber-needle/core/units';

/** What came of a job done by another rule than the advice's, judged by the engine's truth. */
export interface Chased {
  readonly outcome: string;
  readonly depressionsKPa: readonly number[];
  readonly rpm: number;
  readonly moves: number;
  readonly readings: number;
}

const MOST_MOVES = 40;
const HAND_AND_SETTLING = seconds(11);
const READING = seconds(8);
const STEP = 1 / 16;

/** Turns a screw by whole steps within its room; false when nothing could be turned. */
function turnBy(bench: TrialBench, { id }: Adjuster, wanted: number): boolean {
  const by = Math.round(wanted / STEP) * STEP;
  if (by === 0 || bench.engine.turn(id, turns(by)).outcome !== 'turned') return false;
  bench.wait(HAND_AND_SETTLING);
  return true;
}

function chased(bench: TrialBench, outcome: string, moves: number, readings: number): Chased {
  bench.wait(seconds(6));
  const { depressions, speed } = bench.engine.truth();
  return { outcome, depressionsKPa: depressions.map((d) => d / 1000), rpm: speed, moves, readings };
}

function startedBench(setup: Setup, options: EngineOptions): { bench: TrialBench; offsetsKPa: readonly number[] } {
  const bench = createTrialBench(setup, options);
  const zero = bench.read(READING);
  bench.engine.start();
  bench.wait(seconds(6));
  return { bench, offsetsKPa: zero.channels.map(({ depression }) => depression) };
}

interface Shown {
  readonly kPa: readonly number[];
  readonly rpm: number;
}

function readBench(bench: TrialBench, offsetsKPa: readonly number[]): Shown {
  const { channels, speed } = bench.read(READING);
  return {
    kPa: channels.map(({ depression }, i) => depression - (offsetsKPa[i] ?? 0)),
    rpm: speed?.speed ?? bench.engine.sensors().speed,
  };
}

/** A turn that a rule asks for. */
interface Asked {
  readonly adjuster: Adjuster;
  readonly turns: number;
}

/**
 * The pairwise chase: each screw in turn compares the throats it moves with those it does not; last the idle by the screw that moves
 * all, or by the reference's stop. Ends when the readings are within tolerance.
 */
function chase(
  setup: Setup,
  options: EngineOptions,
  amount: (kPa: number, rpm: number, adjuster: Adjuster) => number,
): Chased {
  const { bench, offsetsKPa } = startedBench(setup, options);
  const free = setup.adjusters.filter((adjuster) => concernOf(adjuster) === 'rest');
  const speedScrew =
    free.find(({ acts }) => acts.length === setup.throats.length && setup.throats.length > 1) ?? free[0];
  const pairScrews = free.filter((adjuster) => adjuster !== speedScrew);
  let shown = readBench(bench, offsetsKPa);
  let readings = 1;
  let next = 0;
  for (let moves = 0; moves < MOST_MOVES; ) {
    const asked = ask(setup, { shown, speedScrew, pairScrews, next, amount });
    if (asked === undefined) return chased(bench, 'finished', moves, readings);
    next = asked.next;
    if (!turnBy(bench, asked.adjuster, asked.turns) && !turnBy(bench, asked.adjuster, Math.sign(asked.turns) * STEP))
      return chased(bench, 'stuck', moves, readings);
    moves += 1;
    shown = readBench(bench, offsetsKPa);
    readings += 1;
  }
  return chased(bench, 'givenUp', MOST_MOVES, readings);
}

interface Asking {
  readonly shown: Shown;
  readonly speedScrew: Adjuster | undefined;
  readonly pairScrews: readonly Adjuster[];
  readonly next: number;
  readonly amount: (kPa: number, rpm: number, adjuster: Adjuster) => number;
}

function ask(
  setup: Setup,
  { shown, speedScrew, pairScrews, next, amount }: Asking,
): (Asked & { next: number }) | undefined {
  const { spreadKPa, idleRpm, idleBandRpm } = setup.targets;
  const spread = Math.max(...shown.kPa) - Math.min(...shown.kPa);
  if (spread > spreadKPa) {
    for (let k = 0; k < pairScrews.length; k += 1) {
      const place = (next + k) % pairScrews.length;
      const adjuster = pairScrews[place];
      if (adjuster === undefined) break;
      const kPa = contrast(setup, adjuster, shown.kPa);
      if (Math.abs(kPa) > spreadKPa / 2) return { adjuster, turns: amount(kPa, 0, adjuster), next: place };
    }
    const widest = [...pairScrews].sort(
      (a, b) => Math.abs(contrast(setup, b, shown.kPa)) - Math.abs(contrast(setup, a, shown.kPa)),
    )[0];
    if (widest !== undefined)
      return { adjuster: widest, turns: Math.sign(contrast(setup, widest, shown.kPa)) * STEP, next: 0 };
  }
  const off = idleRpm - shown.rpm;
  if (Math.abs(off) <= idleBandRpm || speedScrew === undefined) return undefined;
  return { adjuster: speedScrew, turns: amount(0, off, speedScrew), next: 0 };
}

/** How much more depression the throats that a screw opens have than their neighbours across it, else than all others; kPa. */
function contrast(setup: Setup, adjuster: Adjuster, kPa: readonly number[]): number {
  const pair = adjuster.between?.map((id) => setup.throats.findIndex((throat) => throat.id === id)) ?? [];
  const [a, b] = pair;
  if (a !== undefined && b !== undefined) {
    const opensFirst = actionOn(adjuster, setup.throats[a]?.id ?? '') !== 0;
    return (opensFirst ? 1 : -1) * ((kPa[a] ?? 0) - (kPa[b] ?? 0));
  }
  const sided = setup.throats.map(({ id }, i) => ({ moved: actionOn(adjuster, id) !== 0, kPa: kPa[i] ?? 0 }));
  const mean = (side: readonly { kPa: number }[]) => side.reduce((sum, throat) => sum + throat.kPa, 0) / side.length;
  const still = sided.filter(({ moved }) => !moved);
  return still.length === 0 ? 0 : mean(sided.filter(({ moved }) => moved)) - mean(still);
}

/** Quarter turns while it is far off, eighths when it is near, and sixteenths inside the tolerance. */
export function fixedChase(setup: Setup, options: EngineOptions): Chased {
  return chase(setup, options, (kPa, rpm) =>
    kPa !== 0
      ? Math.sign(kPa) * sizeFor(Math.abs(kPa) / setup.targets.spreadKPa)
      : Math.sign(rpm) * sizeFor(Math.abs(rpm) / setup.targets.idleBandRpm),
  );
}

function sizeFor(tolerances: number): number {
  if (tolerances > 2) return 0.25;
  return tolerances > 1 ? 0.125 : STEP;
}

/** What a hand with a guess does: the difference over the effect it takes a turn to have (common practice, no source: 1/8 turn is seen). */
const GUESS_KPA = 6;
const GUESS_RPM = 250;

export function proportionalChase(setup: Setup, options: EngineOptions): Chased {
  return chase(setup, options, (kPa, rpm) => {
    const wanted = kPa !== 0 ? kPa / GUESS_KPA : rpm / GUESS_RPM;
    return Math.sign(wanted) * Math.min(1, Math.max(STEP, Math.abs(wanted)));
  });
}

/**
 * The oracle: sees the true depressions and knows what each screw does where it stands, from a twin of the engine on which each is tried
 * before every move. It uses the same search for the smallest set of screws, with nothing unknown.
 */
export function oracle(setup: Setup, options: EngineOptions): Chased {
  const bench = createTrialBench(setup, options);
  bench.engine.start();
  bench.wait(seconds(12));
  const job = foldJob([
    { kind: 'opened', version: 6, id: '', seq: 1, at: '', machine: 'Oracle', complaint: '', setup },
  ]);
  if (job === undefined) throw new Error('the job was opened');
  for (let moves = 0; moves < MOST_MOVES; moves += 1) {
    const { depressions, speed } = bench.engine.truth();
    const kPa = depressions.map((d) => d / 1000);
    const { spreadKPa, idleRpm, idleBandRpm } = setup.targets;
    if (Math.max(...kPa) - Math.min(...kPa) <= 0.9 * spreadKPa && Math.abs(speed - idleRpm) <= 0.9 * idleBandRpm)
      return chased(bench, 'finished', moves, 0);
    const gains = trueGains(setup, options, bench.engine.positions());
    const known = knownBelief(setup, kPa, speed, gains);
    const { best } = planMoves(balanceGoal({ ...job, positions: bench.engine.positions() }, known), 1);
    if (best === undefined || !turnBy(bench, best.adjuster, best.turns)) return chased(bench, 'stuck', moves, 0);
  }
  return chased(bench, 'givenUp', MOST_MOVES, 0);
}

/** Log of the open area that a depression tells of, by the runner's own law. */
function openness(kPa: number): number {
  return demand(Math.log(1 - kPa / 101.325)).value;
}

interface TrueGain {
  /** Change of log airflow, and of log speed, per turn in. */
  readonly trim: number;
  readonly speed: number;
}

const TRY = 0.125;

/** Tries each screw an eighth each way, from where all stand now, on engines with the same seed. */
function trueGains(
  setup: Setup,
  options: EngineOptions,
  positions: Readonly<Record<string, number>>,
): ReadonlyMap<string, TrueGain> {
  const settled = (screw: string | undefined, by: number) => {
    const { engine } = createTrialBench(setup, options);
    for (const [id, turned] of Object.entries(positions))
      engine.turn(id, turns(turned - (engine.positions()[id] ?? 0)));
    if (screw !== undefined) engine.turn(screw, turns(by));
    engine.start();
    engine.advance(seconds(12));
    const { depressions, speed } = engine.truth();
    return { logs: depressions.map((d) => openness(d / 1000)), speed: Math.log(speed) };
  };
  return new Map(
    setup.adjusters
      .filter((adjuster) => concernOf(adjuster) === 'rest')
      .map((adjuster) => {
        const low = settled(adjuster.id, -TRY);
        const high = settled(adjuster.id, TRY);
        const change = high.logs.map((log, i) => (log - (low.logs[i] ?? 0)) / 2 / TRY);
        const moved = setup.throats.map(({ id }) => actionOn(adjuster, id) !== 0);
        const mean = (pick: boolean) => {
          const picked = change.filter((_, i) => moved[i] === pick);
          return picked.reduce((a, b) => a + b, 0) / Math.max(1, picked.length);
        };
        const all = moved.every((is) => is);
        const speed = (high.speed - low.speed) / 2 / TRY;
        // A screw that moves all throats shows in the speed alone.
        return [adjuster.id, { trim: all ? Number.NaN : Math.max(0.01, mean(true) - mean(false)), speed }];
      }),
  );
}

const SLOPE = 0.8;

function knownBelief(setup: Setup, kPa: readonly number[], rpm: number, gains: ReadonlyMap<string, TrueGain>) {
  const prior = priorBelief(setup);
  const layout = layoutOf(setup);
  const mean = [...prior.mean];
  const opened = kPa.map(openness);
  const middle = opened.reduce((a, b) => a + b, 0) / opened.length;
  opened.forEach((open, i) => {
    mean[layout.trim(i)] = open - middle;
  });
  const level = Math.log(101.325 - kPa.reduce((a, b) => a + b, 0) / kPa.length);
  const slopes = setup.adjusters.flatMap(({ id, acts }) => {
    const gain = gains.get(id);
    return gain === undefined || acts.length === setup.throats.length
      ? []
      : [(gain.speed * setup.throats.length) / acts.length / gain.trim];
  });
  const slope = Math.max(0.2, slopes.length === 0 ? SLOPE : slopes.reduce((a, b) => a + b, 0) / slopes.length);
  setup.adjusters.forEach(({ id, acts }, j) => {
    const gain = gains.get(id);
    if (gain === undefined) return;
    const trim = acts.length === setup.throats.length ? gain.speed / slope : gain.trim;
    mean[layout.gain(j)] = Math.log(Math.max(0.005, trim));
  });
  mean[layout.level] = level;
  mean[layout.speed] = Math.log(rpm);
  mean[layout.speedSlope] = Math.log(slope);
  // The gains are those of pressures as they show: what a pipe evens is in them already.
  mean[layout.evening] = 0;
  return { ...prior, mean, covariance: prior.covariance.clone().mul(0) };
}
