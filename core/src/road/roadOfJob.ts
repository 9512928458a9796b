import type { Bare, EventOf, Job } from '../job';
import { fittingOf, type Setup } from '../setup';
import { type RoadTable, type RoadTargets, roadTable, USUAL_TARGETS } from './judgeRoad';
import {
  cautionsOf,
  changesFor,
  type Family,
  familyOf,
  type JudgedChange,
  judgePrediction,
  type LearnedStep,
  type MeteringPart,
  type RoadCaution,
  type RoadChange,
  type Season,
} from './parts';
import { unitsKept } from './unitsKept';

/** A ride with what it came to; undefined as long as nobody has read it. */
export interface LoggedRide {
  readonly logged: EventOf<'rideLogged'>;
  readonly read: EventOf<'rideRead'> | undefined;
}

/** Rides of one state of the carburetors, and the change that came after them. */
export interface RoadRound {
  readonly rides: readonly LoggedRide[];
  readonly table: RoadTable;
  readonly change: EventOf<'roadChange'> | undefined;
  /** The change as the next round's rides show it; undefined before there are any. */
  readonly judged: JudgedChange | undefined;
}

/** What the rides of a job say. */
export interface Road {
  readonly rounds: readonly RoadRound[];
  /** The round that is looked at: the last with rides. */
  readonly now: RoadRound | undefined;
  readonly targets: RoadTargets;
  readonly season: Season | undefined;
  readonly learned: readonly LearnedStep[];
  readonly family: Family;
  /** What to change now, best first; none while a change waits for its ride. */
  readonly advice: readonly RoadChange[];
  readonly cautions: readonly RoadCaution[];
  /** The change that is on the sheet and has no ride after it. */
  readonly waiting: EventOf<'roadChange'> | undefined;
}

type RoadJob = Pick<Job, 'setup' | 'road' | 'sheet'>;

/** Folds what rides say out of a job: round by round, each change judged by the rides after it. */
export function roadOf(job: RoadJob): Road {
  const { setup, road } = job;
  const plan = road.findLast((event) => event.kind === 'roadPlan');
  const targets = targetsOf(plan);
  const order = setup.cylinders.map(({ id }) => id);
  const bare = roundsOf(road).map((round) => ({ ...round, rides: inOrder(round.rides, order) }));
  const tables = bare.map(({ rides }) => tableOf(rides, targets));
  const learned = new Map<MeteringPart, LearnedStep>();
  const rounds = bare.map(({ rides, change }, i): RoadRound => {
    const after = tables[i + 1];
    const judged =
      change === undefined || after === undefined
        ? undefined
        : judgePrediction(change, after, learned.get(change.part));
    if (judged !== undefined) learned.set(judged.learned.part, judged.learned);
    return { rides, table: tables[i] ?? after ?? roadTable([], targets), change, judged };
  });
  const now = rounds.findLast(({ rides }) => rides.length > 0);
  const last = rounds.at(-1);
  const waiting = last !== undefined && last.rides.length === 0 ? rounds.at(-2)?.change : undefined;
  const family = familyOf(fittingOf(setup).carburetors[0]?.body ?? 'unknown');
  const steps = [...learned.values()];
  const advice =
    now === undefined || waiting !== undefined
      ? []
      : changesFor(now.table, { family, carburetors: carburetorsOf(setup), learned: steps, jets: jetsOf(job) });
  const season = seasonOf(plan);
  return {
    rounds,
    now,
    targets,
    season,
    learned: steps,
    family,
    advice,
    cautions: now === undefined ? [] : cautionsOf(now.table, advice[0], season),
    waiting,
  };
}

/** Rides up to each change, and those after the last: always one more than there are changes. */
function roundsOf(road: RoadJob['road']) {
  const reads = new Map<string, EventOf<'rideRead'>>();
  for (const event of road) if (event.kind === 'rideRead') reads.set(event.ride, event);
  const rounds: { rides: LoggedRide[]; change: EventOf<'roadChange'> | undefined }[] = [
    { rides: [], change: undefined },
  ];
  for (const event of road) {
    const round = rounds.at(-1);
    if (event.kind === 'rideLogged') round?.rides.push({ logged: event, read: reads.get(event.id) });
    if (event.kind !== 'roadChange' || round === undefined) continue;
    round.change = event;
    rounds.push({ rides: [], change: undefined });
  }
  return rounds;
}

/** Rides in the order of their cylinders, as the bank has them. */
function inOrder(rides: readonly LoggedRide[], order: readonly string[]): readonly LoggedRide[] {
  const place = ({ logged }: LoggedRide) => order.indexOf(logged.sensors[0]?.cylinders[0] ?? '');
  return [...rides].sort((a, b) => place(a) - place(b));
}

function tableOf(rides: readonly LoggedRide[], targets: RoadTargets): RoadTable {
  const runs = rides.map(({ logged, read }) => ({
    sensors: logged.sensors.map(({ sensor, cylinders }) => {
      const told = read?.sensors.find((each) => each.sensor === sensor);
      return { cylinders, units: unitsKept(told?.units ?? []), tipIn: told?.tipIn };
    }),
  }));
  return roadTable(runs, targets);
}

function targetsOf(plan: EventOf<'roadPlan'> | undefined): RoadTargets {
  const bands = { ...USUAL_TARGETS.bands };
  for (const { regime, low, high } of plan?.bands ?? []) bands[regime] = { low, high };
  return { bands };
}

function seasonOf(plan: EventOf<'roadPlan'> | undefined): Season | undefined {
  return plan?.riddenC === undefined || plan.coldestC === undefined
    ? undefined
    : { ridden: plan.riddenC, coldest: plan.coldestC };
}

/** Cylinders that each carburetor feeds. */
function carburetorsOf({ throats }: Setup): readonly (readonly string[])[] {
  const fed = new Map<string, Set<string>>();
  for (const { carburetor, feeds } of throats) fed.set(carburetor, new Set([...(fed.get(carburetor) ?? []), ...feeds]));
  return [...fed.values()].map((cylinders) => [...cylinders]);
}

/** Jets as the sheet has them, stamped: the first that was written of each. */
const JETS: readonly (readonly [MeteringPart, string])[] = [
  ['mainJet', 'mainJet'],
  ['pilotJet', 'pilotJet'],
  ['transferJet', 'transferJet'],
  ['secondaryMain', 'secondaryMainJet'],
];

function jetsOf({ sheet }: Pick<Job, 'sheet'>): Readonly<Partial<Record<MeteringPart, number>>> {
  const stamps: Partial<Record<MeteringPart, number>> = {};
  for (const [part, quantity] of JETS) {
    const written = sheet.findLast((event) => event.kind === 'measured' && event.quantity === quantity);
    if (written?.kind === 'measured' && written.result.is === 'figure') stamps[part] = written.result.value;
  }
  return stamps;
}

/** A change as the log keeps it: what is to be done, and what the next ride is expected to show. */
export function roadChangeEvent({
  part,
  unit,
  steps,
  cylinders,
  isEveryCylinder,
  expected,
}: RoadChange): Bare<EventOf<'roadChange'>> {
  return {
    kind: 'roadChange',
    part,
    unit,
    steps,
    cylinders: [...cylinders],
    isEveryCylinder,
    expected: expected.map((cell) => ({ ...cell, cylinders: [...cell.cylinders] })),
  };
}
