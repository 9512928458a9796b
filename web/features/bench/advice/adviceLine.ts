import type { JobEvent } from '@amber-needle/core/job';
import type { AdviceRequest, AdviceResponse } from '@/workers/adviceProtocol';
import { type Adviser, createAdviser, type Told } from '@/workers/adviser';

/** A suggestion, what is believed, and the log that both are for. */
export interface Advised extends Told {
  readonly events: readonly JobEvent[];
}

/** Whether two logs say the same: a log is another object once its events are saved, and no other log. */
export function isSameLog(a: readonly JobEvent[], b: readonly JobEvent[]): boolean {
  return a === b || (a.length === b.length && a.every(({ id }, i) => id === b[i]?.id));
}

export type Question = Omit<AdviceRequest, 'request'>;

/** What is used of a worker. */
export type AdviceWorker = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>;

/** One question is with the worker at a time; of those that come meanwhile only the newest waits. */
export function openLine(started: AdviceWorker | undefined, answered: (advised: Advised) => void) {
  let worker = started;
  let here: Adviser | undefined;
  let request = 0;
  let asked: Question | undefined;
  let waiting: Question | undefined;

  function ask(question: Question) {
    if (asked !== undefined) {
      waiting = question;
      return;
    }
    request += 1;
    asked = question;
    if (worker !== undefined) worker.postMessage({ request, ...question } satisfies AdviceRequest);
    else answer(adviseHere(question));
  }

  /** Without a worker the page works, slower. */
  function adviseHere({ events, phase }: Question): Told {
    here ??= createAdviser();
    return here(events, phase);
  }

  function answer(told: Told) {
    if (asked === undefined) return;
    answered({ events: asked.events, ...told });
    asked = undefined;
    const next = waiting;
    waiting = undefined;
    if (next !== undefined) ask(next);
  }

  if (worker !== undefined) {
    worker.onmessage = ({ data }: MessageEvent<AdviceResponse>) => {
      if (data.request === request) answer(data.told);
    };
    worker.onerror = () => {
      worker?.terminate();
      worker = undefined;
      if (asked !== undefined) answer(adviseHere(asked));
    };
  }
  return { ask, close: () => worker?.terminate() };
}
