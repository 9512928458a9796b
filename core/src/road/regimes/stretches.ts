import { at } from '../../basics';
import type { Regime } from '../words';

/** One time without a change of regime, s from the ride's beginning. */
export interface Stretch {
  readonly regime: Regime;
  readonly from: number;
  readonly to: number;
}

/** What somebody has said of a time: another regime, or that it is to be left out. */
export interface Relabelled {
  readonly from: number;
  readonly to: number;
  readonly as: Regime | 'leftOut';
}

/** A stretch as it counts: told by the log, or by somebody. */
export interface KeptStretch extends Stretch {
  readonly by: 'log' | 'hand';
  readonly leftOut: boolean;
}

/** Stretches of an even row of labels. */
export function stretchesOf(labels: readonly Regime[], step: number): readonly Stretch[] {
  const out: Stretch[] = [];
  let begun = 0;
  for (let i = 1; i <= labels.length; i += 1) {
    if (i < labels.length && labels[i] === labels[begun]) continue;
    out.push({ regime: at(labels, begun), from: begun * step, to: i * step });
    begun = i;
  }
  return out;
}

/** The stretches with what somebody has said laid over them, the last word last. What lies under is cut, not lost: without the word it is there again. */
export function relabelled(stretches: readonly Stretch[], words: readonly Relabelled[]): readonly KeptStretch[] {
  const told = stretches.map((stretch): KeptStretch => ({ ...stretch, by: 'log', leftOut: false }));
  return words.reduce(laidOver, told).filter(({ from, to }) => to > from);
}

function laidOver(stretches: readonly KeptStretch[], { from, to, as }: Relabelled): readonly KeptStretch[] {
  const end = Math.max(0, stretches.at(-1)?.to ?? 0);
  const [begin, stop] = [Math.max(0, from), Math.min(to, end)];
  if (!(stop > begin)) return stretches;
  const under = stretches.find((stretch) => stretch.from <= begin && stretch.to > begin);
  const said: KeptStretch = {
    from: begin,
    to: stop,
    regime: as === 'leftOut' ? (under?.regime ?? 'transient') : as,
    by: 'hand',
    leftOut: as === 'leftOut',
  };
  const before = stretches
    .filter((each) => each.from < begin)
    .map((each) => ({ ...each, to: Math.min(each.to, begin) }));
  const after = stretches
    .filter((each) => each.to > stop)
    .map((each) => ({ ...each, from: Math.max(each.from, stop) }));
  return [...before, said, ...after];
}
