import { assertNever } from '../basics';
import type { Engine } from '../engine';
import type { ExhaustLooks } from '../instruments';
import { COLLECTOR, type FlameColourSeen, type LiftAnswer } from '../mixture/words';
import type { Setup } from '../setup';
import { seconds } from '../units';

/** What one look at a practice engine's mixture showed, as its instrument shows it. */
export type PracticeLook = { readonly place: string } & (
  | { readonly instrument: 'sensor'; readonly lambda: number; readonly uncertainty: number; readonly flutter: number }
  | { readonly instrument: 'freeAir'; readonly oxygenPercent: number }
  | { readonly instrument: 'co'; readonly percent: number }
  | { readonly instrument: 'colour'; readonly colour: FlameColourSeen }
  | { readonly instrument: 'lift'; readonly answer: LiftAnswer }
  | { readonly instrument: 'tachometer'; readonly rpm: number; readonly uncertainty: number }
  | { readonly instrument: 'count'; readonly fromSeat: number }
);

export interface LookMakings {
  readonly setup: Setup;
  readonly engine: Engine;
  readonly looks: ExhaustLooks;
}

type Looked =
  | { readonly outcome: 'seen'; readonly look: PracticeLook }
  | { readonly outcome: 'not'; readonly reason: string };

/** A person watches a display for so long, s. */
const WATCHED = seconds(6);
/** No display shows more. */
const MOST = 8;

/** Looks with an instrument; the engine runs on meanwhile. Says why where nothing can be seen. */
export function lookAt(
  { setup, engine, looks }: LookMakings,
  instrument: PracticeLook['instrument'],
  place: string,
): Looked {
  const seen = (look: PracticeLook): Looked => ({ outcome: 'seen', look });
  const not = (reason: string): Looked => ({ outcome: 'not', reason });
  if (instrument === 'count') {
    const adjuster = setup.adjusters.find(({ id }) => id === place);
    if (adjuster === undefined) return not(`There is no screw ${place}.`);
    return seen({ instrument, place, fromSeat: adjuster.range.inTurns - (engine.positions()[place] ?? 0) });
  }
  const cylinder = setup.cylinders.findIndex(({ id }) => id === place);
  if (instrument === 'freeAir')
    return seen({ instrument, place, oxygenPercent: looks.freeAir(cylinder < 0 ? undefined : cylinder) });
  if (!engine.running()) return not('The engine stands: there is nothing to see.');
  if (instrument === 'lift') {
    const answer = looks.lift(place);
    return answer === undefined ? not(`Throat ${place} has no piston to lift.`) : seen({ instrument, place, answer });
  }
  if (instrument === 'tachometer') {
    const { rpm, uncertainty } = looks.tachometer(WATCHED);
    return seen({ instrument, place, rpm, uncertainty });
  }
  const isCollector = place === COLLECTOR;
  if (cylinder < 0 && !isCollector) return not(`There is no exhaust ${place}.`);
  const exhaust = isCollector ? COLLECTOR : cylinder;
  switch (instrument) {
    case 'sensor': {
      const { lambda, uncertainty, flutter } = looks.carried(exhaust, WATCHED);
      const shown = (figure: number) => Math.min(MOST, Number.isFinite(figure) ? figure : MOST);
      return seen({
        instrument,
        place,
        lambda: shown(lambda),
        uncertainty: shown(uncertainty),
        flutter: shown(flutter),
      });
    }
    case 'co':
      return seen({ instrument, place, percent: looks.co(exhaust) });
    case 'colour':
      return isCollector
        ? not('A flame is seen through a plug: choose a cylinder.')
        : seen({ instrument, place, colour: looks.colour(cylinder) });
    default:
      return assertNever(instrument);
  }
}
