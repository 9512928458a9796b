import type { JobEvent } from '@amber-needle/core/job';
import {
  circuitsOf,
  cylindersOf,
  leanerBy,
  type MixturePlan,
  mixtureOf,
  mixtureOutlook,
  mixtureScrews,
  TOLERANCE,
} from '@amber-needle/core/mixture';
import { ARCHETYPES, type ArchetypeName, decidingQuantity } from '@amber-needle/core/setup';
import { createFuelSide, drawLaw, driveForeign } from '@amber-needle/core/testing';
import { runTrial } from '@amber-needle/core/trial';
import { seconds, turns } from '@amber-needle/core/units';
import { engineAsLeft } from './asLeft';

/** One shard of the mixture's benchmark: `ENGINE MODE BANK FIRST SEEDS`; prints a line of JSON for each job. */
const [, , engineName = 'own', mode = 'each', bank = 'vTwin', first = '0', seeds = '1'] = process.argv;

type Mode = 'each' | 'carried' | 'speed' | 'eyes';
const PLANS: Readonly<Record<Mode, Pick<MixturePlan, 'instruments' | 'sensor' | 'rule'>>> = {
  each: { instruments: ['sensor'], sensor: 'each', rule: { by: 'lambda', target: 0.95 } },
  carried: { instruments: ['sensor'], sensor: 'carried', rule: { by: 'lambda', target: 0.95 } },
  speed: { instruments: ['tachometer'], rule: { by: 'leanBest' } },
  eyes: { instruments: ['colour', 'lift'], rule: { by: 'colour' } },
};
/** Colour and lift have no target in lambda but their own: the middle of clean blue as this engine's eyes have it is near this. */
const EYES_TARGET = 0.97;
const SCREWS_OFF = 1.5;
const LEAN_BEST = 0.01;

export interface MixtureJob {
  readonly engine: string;
  readonly mode: string;
  readonly bank: string;
  readonly seed: number;
  readonly outcome: string;
  /** Each circuit: how far from its target, whether within, and what was stated. */
  readonly circuits: readonly { readonly off: number; readonly within: boolean; readonly stated: number }[];
  readonly balanced: boolean;
  readonly turns: number;
  readonly away: number;
  readonly untold: number;
}

const setup = ARCHETYPES[bank as ArchetypeName];
const planOf = (by: Mode) =>
  ({
    kind: 'mixturePlan',
    fuel: { ethanol: 0, methanol: 0 },
    ignition: 'modest',
    order: 'balanceFirst',
    ...PLANS[by],
  }) as const;

for (let seed = Number(first); seed < Number(first) + Number(seeds); seed += 1) {
  const job = engineName === 'own' ? ownJob(seed, mode as Mode) : foreignJob(seed, mode as Mode);
  process.stdout.write(`${JSON.stringify(job)}\n`);
}

interface Ended {
  readonly events: readonly JobEvent[];
  readonly outcome: string;
  readonly lambdas: readonly number[];
  readonly targets: readonly number[];
  readonly balanced: boolean;
}

function judged(seed: number, by: Mode, { events, outcome, lambdas, targets, balanced }: Ended): MixtureJob {
  const mixture = mixtureOf(setup, events);
  if (mixture === undefined) throw new Error('the job has a plan');
  const { stands, untold } = mixtureOutlook(mixture);
  const tolerance = TOLERANCE[PLANS[by].rule.by];
  const screws = new Set(mixtureScrews(setup).map(({ id }) => id));
  const moves = events.flatMap((event) => (event.kind === 'move' && screws.has(event.adjuster) ? [event] : []));
  return {
    engine: engineName,
    mode: by,
    bank,
    seed,
    outcome,
    circuits: circuitsOf(setup).map((circuit, i) => {
      const of = cylindersOf(setup, circuit.place).map((k) => Math.log(lambdas[k] ?? 1));
      const lambda = Math.exp(of.reduce((a, b) => a + b, 0) / of.length);
      const off = lambda - (targets[i] ?? 1);
      return { off, within: Math.abs(off) <= tolerance, stated: stands[i]?.chance ?? 0 };
    }),
    balanced,
    turns: moves.length,
    away: moves.filter((move, i) => {
      // Distance to where the screw ended, before and after this turn.
      const rest = moves
        .slice(i + 1)
        .reduce((sum, other) => sum + (other.adjuster === move.adjuster ? other.turns : 0), 0);
      return Math.abs(rest) > Math.abs(rest + move.turns) + 1e-9;
    }).length,
    untold: untold.length,
  };
}

function ownJob(seed: number, by: Mode): MixtureJob {
  const { events, outcome, truth } = runTrial({
    setup,
    seed,
    machine: 'Bench',
    complaint: '',
    clock: (after) => new Date(1.7e12 + after * 1000).toISOString(),
    mixture: { plan: planOf(by), screwsOff: SCREWS_OFF },
  });
  const { idleRpm, idleBandRpm, spreadKPa } = setup.targets;
  const depressions = truth.depressions.map((pascal) => pascal / 1000);
  return judged(seed, by, {
    events,
    outcome,
    lambdas: truth.lambdas,
    targets: circuitsOf(setup).map(({ place }) => ownTarget(seed, by, { events, throat: place })),
    // Where air decides the spread of depressions says nothing: the outcome has to do.
    balanced:
      Math.abs(truth.speed - idleRpm) <= idleBandRpm &&
      (decidingQuantity(setup) === 'airflow' || Math.max(...depressions) - Math.min(...depressions) <= spreadKPa),
  });
}

/** The own engine's lean-best point: a copy of it, every screw where the job left it, one circuit swept and the speeds smoothed. */
function ownTarget(
  seed: number,
  by: Mode,
  { events, throat }: { readonly events: readonly JobEvent[]; readonly throat: number },
): number {
  if (by === 'each' || by === 'carried') return 0.95;
  if (by === 'eyes') return EYES_TARGET;
  const engine = engineAsLeft(setup, seed, { events, screwsOff: SCREWS_OFF });
  const circuit = circuitsOf(setup).find(({ place }) => place === throat);
  const screw = mixtureScrews(setup)[circuit?.screws[0]?.screw ?? 0];
  if (circuit === undefined || screw === undefined) return 1;
  const lean = leanerBy(setup, screw.id, 1);
  const points: { x: number; rpm: number }[] = [];
  const look = () => {
    engine.advance(seconds(12));
    const { lambdas, speed } = engine.truth();
    const of = cylindersOf(setup, throat).map((k) => Math.log(lambdas[k] ?? 1));
    points.push({ x: of.reduce((a, b) => a + b, 0) / of.length, rpm: speed });
  };
  // To the rich side first, then in eighths to the lean.
  for (let i = 0; i < 10; i += 1) engine.turn(screw.id, turns(-lean / 8));
  for (let i = 0; i < 24 && engine.running(); i += 1) {
    look();
    if (engine.turn(screw.id, turns(lean / 8)).outcome !== 'turned') break;
  }
  return Math.exp(edgeOfPoints(points));
}

/** The leanest place at which a cubic through noisy speeds is within a hundredth of its peak. */
function edgeOfPoints(points: readonly { readonly x: number; readonly rpm: number }[]): number {
  const smooth = points.map(({ x }) => {
    const near = points.filter((other) => Math.abs(other.x - x) < 0.06);
    return { x, rpm: near.reduce((sum, { rpm }) => sum + rpm, 0) / near.length };
  });
  const peak = Math.max(...smooth.map(({ rpm }) => rpm));
  const last = smooth.findLastIndex(({ rpm }) => rpm >= (1 - LEAN_BEST) * peak);
  const [a, b] = [smooth[last], smooth[last + 1]];
  if (a === undefined || b === undefined) return a?.x ?? 0;
  return a.x + ((a.rpm - (1 - LEAN_BEST) * peak) / Math.max(1, a.rpm - b.rpm)) * (b.x - a.x);
}

function foreignJob(seed: number, by: Mode): MixtureJob {
  const fuel = createFuelSide(setup, { seed, turnsOff: SCREWS_OFF });
  const law = engineName === 'family' ? drawLaw(seed, setup.engine.strokes) : undefined;
  const driven = driveForeign(setup, {
    seed,
    fuel,
    goesOn: true,
    ...(law === undefined ? {} : { law }),
    mixture: planOf(by),
  });
  const { events, outcome, openings, speedAt, spreadShare, inBand } = driven;
  return judged(seed, by, {
    events,
    outcome,
    lambdas: fuel.lambdas(openings),
    targets: circuitsOf(setup).map(({ place }) =>
      by === 'speed'
        ? fuel.leanBest(place, openings, { share: LEAN_BEST, speedAt })
        : by === 'eyes'
          ? fuel.rightColour()
          : 0.95,
    ),
    balanced: inBand && (decidingQuantity(setup) === 'airflow' || spreadShare <= 1),
  });
}
