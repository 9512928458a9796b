import type { TimedRun, TimedTest } from '@amber-needle/core/sheet';
import { placeLabel } from '@/words/entryWords';
import { THIN } from '@/words/numbers';

/** `1:05`. */
export function clockText(seconds: number): string {
  const whole = Math.floor(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

export interface TimerView {
  readonly clock: string;
  /** What to do while it runs. */
  readonly says: string;
  readonly marks: string;
  /** The next moment that somebody waits for, s after the start. */
  readonly dueS: number | undefined;
  readonly isDue: boolean;
}

/** A timed test as it stands some seconds after its start. */
export function timerView(
  test: TimedTest,
  { run, elapsed }: { readonly run: TimedRun | undefined; readonly elapsed: number },
): TimerView {
  const { passAfterS, lookAgainAfterS } = test;
  const due = elapsed < passAfterS ? passAfterS : lookAgainAfterS;
  return {
    clock: clockText(elapsed),
    says: saysOf(test, run, elapsed),
    marks: (run?.marks ?? []).map(markText).join(', '),
    dueS: due === 0 ? undefined : due,
    isDue: passAfterS > 0 && elapsed >= passAfterS,
  };
}

function saysOf(
  { marks, passAfterS, lookAgainAfterS, attitude }: TimedTest,
  run: TimedRun | undefined,
  elapsed: number,
): string {
  if (run === undefined)
    return attitude === undefined ? 'Start when ready.' : `Stand it ${attitude}, open the fuel, start.`;
  if (marks === 'overflow') {
    if (elapsed < passAfterS) return `Watch every overflow. It may pass at ${clockText(passAfterS)}.`;
    if (lookAgainAfterS !== undefined && elapsed < lookAgainAfterS)
      return `Dry for a minute: it may pass. Look again at ${clockText(lookAgainAfterS)}.`;
    return 'Look at every overflow once more, then say how it ended.';
  }
  if (marks === 'speed') return 'Blip, let it settle, write the speed.';
  if (marks === 'oxygen') return 'Hold the warm sensor in free air, write what it shows.';
  return 'Say when it is steady: the speed no longer creeps, choke off.';
}

function markText({ mark, place, value, afterS }: TimedRun['marks'][number]): string {
  if (mark === 'overflow') return `${placeLabel(place)} ran over at ${Math.round(afterS)}${THIN}s`;
  return mark === 'speed' ? `${value}${THIN}rpm` : `${value}${THIN}%`;
}

const ENDED = { passed: 'Passed', failed: 'Failed', recorded: 'Written down', 'given up': 'Given up' } as const;

/** A run that has ended, in a line. */
export function runText({ ended }: Pick<TimedRun, 'ended'>): string {
  return ended === undefined ? '' : `${ENDED[ended.outcome]} after ${clockText(ended.afterS)}.`;
}
