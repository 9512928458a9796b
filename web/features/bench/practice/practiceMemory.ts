import { checkPracticeChoices, type PracticeChoices, type PracticeState } from '@amber-needle/core/practice';
import { checkerFor } from '@amber-needle/core/validation';
import { compiled } from '@/validation/compiled';
import { REQUESTS } from '@/validation/requests';
import type { PracticeResume } from '@/workers/signalProtocol';

/** What a reload must not lose: which engine, and where its screws stand. Kept for this tab, per job. */
export interface PracticeMemory {
  readonly choices: PracticeChoices;
  readonly resume: PracticeResume | undefined;
}

const checkResume = checkerFor(REQUESTS.practiceResume, compiled.practiceResume);

const keyOf = (jobId: string) => `amber-needle.practice.${jobId}`;

export function rememberPractice(jobId: string, choices: PracticeChoices, state: PracticeState | undefined): void {
  const resume = state === undefined ? undefined : resumeOf(state);
  sessionStorage.setItem(keyOf(jobId), JSON.stringify({ choices, resume }));
}

export function forgetPractice(jobId: string): void {
  sessionStorage.removeItem(keyOf(jobId));
}

/** What was remembered; undefined if nothing was, or nothing that can be used. */
export function recallPractice(jobId: string): PracticeMemory | undefined {
  const text = sessionStorage.getItem(keyOf(jobId));
  if (text === null) return undefined;
  const kept: { choices?: unknown; resume?: unknown } = JSON.parse(text);
  const choices = checkPracticeChoices(kept.choices);
  if (choices.outcome === 'invalid') return undefined;
  const resume = checkResume(kept.resume);
  return { choices: choices.value, resume: resume.outcome === 'valid' ? resume.value : undefined };
}

function resumeOf({ positions, couplings, running }: PracticeState): PracticeResume {
  return { positions, clamped: couplings.filter(({ clamped }) => clamped).map(({ id }) => id), running };
}
