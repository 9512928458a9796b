import Type, { type Static } from 'typebox';
import type { Engine, TurnOutcome } from '../engine';
import type { GaugeSet } from '../instruments';
import { assertNever } from '../sequence';
import { rpm, turns } from '../units';
import { checkerFor } from '../validation';

const closed = { additionalProperties: false };
const bare = <K extends string>(kind: K) => Type.Object({ do: Type.Literal(kind) }, closed);

/** What a hand can do at a practice engine. */
const PracticeCommandSchema = Type.Union([
  bare('start'),
  bare('stop'),
  bare('blip'),
  bare('warmUp'),
  bare('letGo'),
  Type.Object({ do: Type.Literal('hold'), rpm: Type.Number({ minimum: 500, maximum: 12_000 }) }, closed),
  Type.Object({ do: Type.Literal('filters'), on: Type.Boolean() }, closed),
  Type.Object({ do: Type.Literal('tee'), on: Type.Boolean(), throat: Type.Optional(Type.String()) }, closed),
  Type.Object({ do: Type.Literal('choke'), share: Type.Number({ minimum: 0, maximum: 1 }) }, closed),
  Type.Object(
    {
      do: Type.Literal('turn'),
      adjuster: Type.String(),
      turns: Type.Number({ minimum: -10, maximum: 10, multipleOf: 0.0625 }),
      forced: Type.Optional(Type.Boolean()),
    },
    closed,
  ),
  Type.Object({ do: Type.Literal('couple'), coupling: Type.String(), clamped: Type.Boolean() }, closed),
]);

export type PracticeCommand = Static<typeof PracticeCommandSchema>;

export const checkPracticeCommand = checkerFor(PracticeCommandSchema);

/** Hand on filters, hoses and choke: what an engine does not tell of itself. Mutable. */
export interface HandState {
  filters: boolean;
  /** The throat that all hoses sit on. */
  teed: string | undefined;
  choke: number;
  hold: number | undefined;
}

/** Carries out a command; a text says why it could not be, or what it broke. */
export function carryOut(
  { engine, throats, gauges, hand }: { engine: Engine; throats: readonly string[]; gauges: GaugeSet; hand: HandState },
  command: PracticeCommand,
): string | undefined {
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
      return tee({ throats, gauges, hand }, command.on ? (command.throat ?? throats[0]) : undefined);
    case 'choke':
      hand.choke = command.share;
      engine.choke(command.share);
      return undefined;
    case 'turn':
      return refusalOf(
        engine.turn(command.adjuster, turns(command.turns), command.forced === true ? 'forced' : 'withCare'),
        command.adjuster,
      );
    case 'couple':
      return engine.couple(command.coupling, command.clamped)
        ? undefined
        : `Coupling ${command.coupling} is not there, or as asked already.`;
    default:
      return assertNever(command);
  }
}

function tee(
  { throats, gauges, hand }: { throats: readonly string[]; gauges: GaugeSet; hand: HandState },
  throat: string | undefined,
): string | undefined {
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
