import type { Engine, TurnOutcome } from '@amber-needle/core/engine';
import { assertNever } from '@amber-needle/core/sequence';
import { turns } from '@amber-needle/core/units';
import { checkerFor } from '@amber-needle/core/validation';
import Type, { type Static } from 'typebox';

const closed = { additionalProperties: false };

const CommandSchema = Type.Union([
  Type.Object({ do: Type.Literal('start') }, closed),
  Type.Object({ do: Type.Literal('stop') }, closed),
  Type.Object({ do: Type.Literal('blip') }, closed),
  Type.Object(
    {
      do: Type.Literal('turn'),
      adjuster: Type.String(),
      turns: Type.Number({ minimum: -10, maximum: 10, multipleOf: 0.0625 }),
    },
    closed,
  ),
  Type.Object({ do: Type.Literal('couple'), coupling: Type.String(), clamped: Type.Boolean() }, closed),
]);

export type Command = Static<typeof CommandSchema>;

export const checkCommand = checkerFor(CommandSchema);

/** Carries out a command; a text says why it could not be. */
export function carryOut(engine: Engine, command: Command): string | undefined {
  switch (command.do) {
    case 'start':
      engine.start();
      return undefined;
    case 'stop':
      engine.stop();
      return undefined;
    case 'blip':
      engine.blip();
      return undefined;
    case 'turn':
      return refusalOf(engine.turn(command.adjuster, turns(command.turns)), command.adjuster);
    case 'couple':
      return engine.couple(command.coupling, command.clamped)
        ? undefined
        : `Coupling ${command.coupling} is not there, or as asked already.`;
  }
}

function refusalOf(turned: TurnOutcome, adjuster: string): string | undefined {
  switch (turned.outcome) {
    case 'turned':
      return undefined;
    case 'noSuchScrew':
      return `There is no screw ${adjuster}.`;
    case 'atEnd':
      return `Screw ${adjuster} has ${turned.room} turns left that way: nothing was turned. Forced past its seat or end it is damaged.`;
    case 'damaged':
      return `Screw ${adjuster} was forced past its seat or end and is damaged: it does less than it should from now on.`;
    default:
      return assertNever(turned);
  }
}
