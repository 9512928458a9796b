import { isStepped } from '../setup';
import { cylindersOf, mixtureScrews } from './circuits';
import type { MixtureFinding } from './finding';
import type { Mixture } from './mixture';
import type { CircuitStand } from './target';

/** A first opening at 15 : 1 on the petrol scale or beyond. common practice, no source. */
const FIRST_LEAN = 15 / 14.6;
/** And so many times its idle's as no sister's is, or as few: throttles that a linkage opens unevenly make less of a difference. Ours. */
const APART = 1.12;

interface Opened {
  readonly throat: string;
  readonly idle: number;
  readonly first: number;
}

/**
 * First openings that are lean or rich where the idle is right: the pilot jet or its feed, not the screw. Where sisters were looked at too, one counts only
 * when it is apart from them: how an engine opens is its kind's.
 */
export function firstOpenings(mixture: Mixture, stands: readonly CircuitStand[]): readonly MixtureFinding[] {
  const opened = stands.flatMap((stand) => openedOf(mixture, stand));
  return opened.flatMap((one): readonly MixtureFinding[] => {
    const ratio = one.first / one.idle;
    const sisters = opened.filter(({ throat }) => throat !== one.throat).map(({ first, idle }) => first / idle);
    const [least, most] = [Math.min(...sisters), Math.max(...sisters)];
    const { throat, idle, first } = one;
    if (first >= FIRST_LEAN && (sisters.length === 0 || ratio > APART * most))
      return [{ throat, is: 'firstOpeningLean', idle, first }];
    if (sisters.length > 0 && ratio * APART < least)
      return [{ throat, is: 'firstOpeningRich', idle, first, times: least / ratio }];
    return [];
  });
}

function openedOf({ seen, layout, turnsIn }: Mixture, { circuit, lambda, chance }: CircuitStand): readonly Opened[] {
  if (chance < 0.5) return [];
  const names = cylindersOf(layout.setup, circuit.place).map((k) => layout.setup.cylinders[k]?.id);
  // With another jet in, an opening of before is none of this engine's.
  const jets = mixtureScrews(layout.setup).filter((each) => isStepped(each));
  const isSame = (then: Mixture['turnsIn']) => jets.every(({ id }) => (then[id] ?? 0) === (turnsIn[id] ?? 0));
  const shown = new Map(
    seen.flatMap(({ seen: each, turnsIn: then }) =>
      each.how === 'firstOpening' && names.includes(each.exhaust) && isSame(then)
        ? [[each.exhaust, each.lambda] as const]
        : [],
    ),
  );
  const all = [...shown.values()];
  if (all.length === 0) return [];
  return [{ throat: circuit.throat, idle: lambda, first: all.reduce((sum, one) => sum + one, 0) / all.length }];
}
