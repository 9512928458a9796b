import { at, seededRandom } from '../basics';
import type { Engine } from '../engine';
import { createExhaustLooks } from '../instruments';
import type { Bare } from '../job';
import { COLLECTOR, type MixtureStep } from '../mixture';
import type { Setup } from '../setup';
import { type Seconds, seconds, turns } from '../units';

const LOOKS_SEED = 0x1a3b;
/** Time for a turn of a mixture screw and for the engine to follow, s. */
const TURNING = seconds(6);
const WATCHED = seconds(8);
const CLEARING = seconds(5);

interface MixtureHandMakings {
  readonly setup: Setup;
  readonly engine: Engine;
  readonly seed: number;
  readonly wait: (during: Seconds) => void;
}

/** Does what a step on the mixture asks for at a simulated engine, and says what was seen. */
export function createMixtureHand({ setup, engine, seed, wait }: MixtureHandMakings) {
  const looks = createExhaustLooks(engine, seededRandom(seed ^ LOOKS_SEED), setup.engine.strokes);
  const placeOf = (exhaust: string) =>
    exhaust === COLLECTOR ? COLLECTOR : setup.cylinders.findIndex(({ id }) => id === exhaust);

  function look({ instrument, places }: Extract<MixtureStep, { do: 'look' }>): readonly Bare[] {
    switch (instrument) {
      case 'sensor': {
        const all =
          places.length > 1 ? looks.each(WATCHED) : places.map((place) => looks.carried(placeOf(place), WATCHED));
        const figures = places.map((exhaust, i) => {
          const { lambda, uncertainty, flutter } = at(all, i);
          return {
            exhaust,
            lambda: clamp(lambda, 0.4, 8),
            uncertainty: clamp(uncertainty, 0, 1),
            flutter: clamp(flutter, 0, 8),
          };
        });
        return [{ kind: 'mixtureSeen', seen: { how: 'sensor', figures, supplyV: 13.5 } }];
      }
      case 'co':
        return places.map((exhaust) => ({
          kind: 'mixtureSeen',
          seen: { how: 'co', exhaust, percent: looks.co(placeOf(exhaust)) },
        }));
      case 'colour':
        engine.blip();
        wait(CLEARING);
        looks.cleared();
        return places.map((cylinder) => ({
          kind: 'mixtureSeen',
          seen: {
            how: 'colour',
            cylinder,
            colour: looks.colour(setup.cylinders.findIndex(({ id }) => id === cylinder)),
            when: 'idle',
          },
        }));
      case 'lift':
        return places.flatMap((throat) => {
          const answer = looks.lift(throat);
          return answer === undefined ? [] : [{ kind: 'mixtureSeen', seen: { how: 'lift', throat, answer } } as const];
        });
      case 'tachometer':
      case 'ears': {
        const { rpm, uncertainty } = looks.tachometer(WATCHED);
        return [
          { kind: 'responded', answer: { by: 'tachometer', rpm: Math.max(100, rpm), uncertaintyRpm: uncertainty } },
        ];
      }
    }
  }

  /** A screw's seat is where its range ends inwards. */
  function counted(adjuster: string): Bare {
    const inTurns = setup.adjusters.find(({ id }) => id === adjuster)?.range.inTurns ?? 0;
    const fromSeat = inTurns - (engine.positions()[adjuster] ?? 0);
    return { kind: 'mixtureSeen', seen: { how: 'turns', adjuster, fromSeat: clamp(fromSeat, 0, 20) } };
  }

  function freeAir(place: string): Bare {
    const cylinder = setup.cylinders.findIndex(({ id }) => id === place);
    const seen = { how: 'freeAir' as const, oxygenPercent: looks.freeAir(cylinder < 0 ? undefined : cylinder) };
    return { kind: 'mixtureSeen', seen: cylinder < 0 ? seen : { ...seen, exhaust: place } };
  }

  return {
    carryOut(step: MixtureStep): readonly Bare[] {
      if (step.do === 'look') return look(step);
      if (step.do === 'count') return [counted(step.adjuster)];
      if (step.do === 'freeAir') return step.places.map(freeAir);
      const outcome = engine.turn(step.adjuster, step.turns);
      if (outcome.outcome === 'atEnd') engine.turn(step.adjuster, turns(Math.sign(step.turns) * outcome.room));
      if (engine.running()) engine.blip();
      wait(TURNING);
      const made = outcome.outcome === 'atEnd' ? Math.sign(step.turns) * outcome.room : step.turns;
      return made === 0
        ? []
        : [{ kind: 'move', adjuster: step.adjuster, turns: turns(made), advisedTurns: step.turns }];
    },
  };
}

function clamp(value: number, low: number, high: number): number {
  return Number.isFinite(value) ? Math.min(high, Math.max(low, value)) : high;
}
