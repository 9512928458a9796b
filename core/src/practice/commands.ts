import Type, { type Static } from 'typebox';
import { assertNever } from '../basics';
import type { Engine, TurnOutcome } from '../engine';
import type { AirflowMeter, GaugeSet } from '../instruments';
import { rpm, turns } from '../units';
import { checkerFor, compiled, oneOf } from '../validation';
import { type LookMakings, lookAt, type PracticeLook } from './mixtureLook';

const closed = { additionalProperties: false };
const bare = <K extends string>(kind: K) => Type.Object({ do: Type.Literal(kind) }, closed);

/** What a hand can do at a practice engine. */
export const PracticeCommandSchema = Type.Union([
  bare('start'),
  bare('stop'),
  bare('blip'),
  bare('warmUp'),
  bare('letGo'),
  Type.Object({ do: Type.Literal('hold'), rpm: Type.Number({ minimum: 500, maximum: 12_000 }) }, closed),
  Type.Object({ do: Type.Literal('filters'), on: Type.Boolean() }, closed),
  Type.Object({ do: Type.Literal('tee'), on: Type.Boolean(), throat: Type.Optional(Type.String()) }, closed),
  Type.Object({ do: Type.Literal('meter'), throat: Type.Union([Type.String(), Type.Null()]) }, closed),
  Type.Object({ do: Type.Literal('choke'), share: Type.Number({ minimum: 0, maximum: 1 }) }, closed),
  Type.Object(
    {
      do: Type.Literal('turn'),
      adjuster: Type.String(),
      turns: Type.Number({ minimum: -10, maximum: 10, multipleOf: 0.03125 }),
      forced: Type.Optional(Type.Boolean()),
    },
    closed,
  ),
  /** Looks at the mixture with an instrument, at an exhaust, a throat or a screw; what is seen stands in the state. */
  Type.Object(
    {
      do: Type.Literal('look'),
      instrument: oneOf(['sensor', 'freeAir', 'co', 'colour', 'lift', 'tachometer', 'count']),
      place: Type.String(),
    },
    closed,
  ),
  Type.Object({ do: Type.Literal('couple'), coupling: Type.String(), clamped: Type.Boolean() }, closed),
]);

export type PracticeCommand = Static<typeof PracticeCommandSchema>;

export const checkPracticeCommand = checkerFor(PracticeCommandSchema, compiled.practiceCommand);

/** Hand on filters, hoses and choke: what an engine does not tell of itself. Mutable. */
export interface HandState {
  filters: boolean;
  /** The throat that all hoses sit on. */
  teed: string | undefined;
  /** Place of the throat whose mouth the airflow meter is held on. */
  metered: number | undefined;
  choke: number;
  hold: number | undefined;
  /** What was looked at last. */
  look: PracticeLook | undefined;
  looks: number;
}

/** What a hand reaches for. */
export interface Workbench {
  readonly engine: Engine;
  readonly throats: readonly string[];
  readonly gauges: GaugeSet;
  readonly meter: AirflowMeter;
  readonly hand: HandState;
  readonly mixture: LookMakings;
}

/** Carries out a command; a text says why it could not be, or what it broke. */
export function carryOut(bench: Workbench, command: PracticeCommand): string | undefined {
  const { engine, throats, hand } = bench;
  switch (command.do) {
    case 'start':
      engine.start();
      return undefined;
    case 'stop':
      engine.stop();
      return undefined;
    case 'blip':
      hand.hold = undefined;
      engine.blip();
      bench.mixture.looks.cleared();
      return undefined;
    case 'warmUp':
      engine.warmUp();
      return undefined;
    case 'letGo':
      hand.hold = undefined;
      engine.hand({ kind: 'off' });
      return undefined;
    case 'hold':
      hand.hold = command.rpm;
      engine.hand({ kind: 'hold', speed: rpm(command.rpm) });
      return undefined;
    case 'filters':
      hand.filters = command.on;
      engine.filters(command.on);
      return undefined;
    case 'tee':
      return tee(bench, command.on ? (command.throat ?? throats[0]) : undefined);
    case 'meter':
      return holdMeter(bench, command.throat ?? undefined);
    case 'choke':
      hand.choke = command.share;
      engine.choke(command.share);
      return undefined;
    case 'turn':
      return refusalOf(
        engine.turn(command.adjuster, turns(command.turns), command.forced === true ? 'forced' : 'withCare'),
        command.adjuster,
      );
    case 'look':
      return look(bench, command);
    case 'couple':
      return engine.couple(command.coupling, command.clamped)
        ? undefined
        : `Coupling ${command.coupling} is not there, or as asked already.`;
    default:
      return assertNever(command);
  }
}

function look({ mixture, hand }: Workbench, { instrument, place }: Extract<PracticeCommand, { do: 'look' }>) {
  const seen = lookAt(mixture, instrument, place);
  if (seen.outcome === 'not') return seen.reason;
  hand.look = seen.look;
  hand.looks += 1;
  return undefined;
}

function holdMeter({ engine, throats, meter, hand }: Workbench, throat: string | undefined): string | undefined {
  const place = throat === undefined ? undefined : throats.indexOf(throat);
  if (place === -1) return `There is no throat ${throat}.`;
  hand.metered = place;
  engine.meterOn(throat);
  meter.seat();
  return undefined;
}

function tee({ throats, gauges, hand }: Workbench, throat: string | undefined): string | undefined {
  const place = throat === undefined ? undefined : throats.indexOf(throat);
  if (place === -1) return `There is no throat ${throat}.`;
  hand.teed = throat;
  gauges.tee(place);
  return undefined;
}

function refusalOf(turned: TurnOutcome, adjuster: string): string | undefined {
  switch (turned.outcome) {
    case 'turned':
      return undefined;
    case 'noSuchScrew':
      return `There is no screw ${adjuster}.`;
    case 'atEnd':
      return `Screw ${adjuster} has ${turned.room} turns left that way: nothing was turned. Forced past its seat or end it would be damaged.`;
    case 'damaged':
      return `Screw ${adjuster} was forced past its seat or end and is damaged: from now on it does less than it should.`;
    default:
      return assertNever(turned);
  }
}
