import { readSetup } from '@amber-needle/core/formats/setup';
import {
  createPracticeBench,
  type MountedState,
  type PracticeBench,
  type PracticeChoices,
} from '@amber-needle/core/practice';
import type { Setup } from '@amber-needle/core/setup';

/** The engine that the gauges are on: the stand-in's own, or one of the bank of a job. */
export interface Mounts {
  current(): PracticeBench;
  state(): MountedState;
  /** Puts the gauges on the engine of a job, made when it is asked for first; null: on the stand-in's own. A text says what is wrong. */
  mount(command: AskedMount): string | undefined;
}

/** A mount command as it came over the wire: its setup is not checked yet. */
export interface AskedMount {
  readonly do: 'mount';
  readonly job: string | null;
  readonly setup?: unknown;
}

/** More engines than this are not kept: the one that was left longest ago is forgotten. Ours. */
const MOST_KEPT = 8;
const SEEDS = 1_000_000;

export function createMounts(setup: Setup, choices: PracticeChoices, rateHz: number): Mounts {
  const own = createPracticeBench(setup, choices, rateHz);
  const kept = new Map<string, PracticeBench>();
  let job: string | null = null;
  const current = () => (job === null ? own : (kept.get(job) ?? own));
  return {
    current,
    state: () => ({ ...current().state(), job }),
    mount(command) {
      if (command.job === null) {
        job = null;
        return undefined;
      }
      const before = kept.get(command.job);
      const made = before ?? engineOf(command, { ...choices, seed: seedOf(command.job) }, rateHz);
      if (typeof made === 'string') return made;
      kept.delete(command.job);
      kept.set(command.job, made);
      const [oldest] = kept.keys();
      if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
      job = command.job;
      return undefined;
    },
  };
}

function engineOf({ setup }: AskedMount, choices: PracticeChoices, rateHz: number): PracticeBench | string {
  const checked = readSetup(setup);
  if (checked.outcome === 'valid') return createPracticeBench(checked.value, choices, rateHz);
  const [first] = checked.problems;
  return `The bank cannot be put on: ${first?.path ?? ''} ${first?.reason ?? 'it is wrong'}.`;
}

/** Each job has an engine of its own, the same whenever it is asked for. */
function seedOf(job: string): number {
  return [...job].reduce((sum, letter) => (sum * 31 + (letter.codePointAt(0) ?? 0)) % SEEDS, 7);
}

/** A mount command as it came; undefined for anything else. */
export function askedMountOf(body: unknown): AskedMount | undefined {
  if (typeof body !== 'object' || body === null || !('do' in body) || body.do !== 'mount') return undefined;
  if (!('job' in body) || (body.job !== null && typeof body.job !== 'string')) return undefined;
  return { do: 'mount', job: body.job, ...('setup' in body ? { setup: body.setup } : {}) };
}
