import { secondsBetween } from '../basics';
import type { JobEvent } from '../job';
import { quantileOf } from '../signal';
import { STAGES, type StageId } from './step';
import { stepOf } from './way';

/** Nothing written for so long is a pause, s: it counts as so much work and no more. Ours. */
const PAUSE_S = 20 * 60;

/** Seconds of work by stage, by when things were written: each gap belongs to the stage of what was written at its end. */
export function stageTimes(
  events: readonly JobEvent[],
): readonly { readonly stage: StageId; readonly seconds: number }[] {
  const sums = new Map<StageId, number>();
  let before: string | undefined;
  // Instants are written alike, so that their order is that of their letters.
  for (const event of [...events].sort((a, b) => (a.at < b.at ? -1 : 1))) {
    const stage = stageOfEvent(event);
    if (before !== undefined && stage !== undefined) {
      sums.set(stage, (sums.get(stage) ?? 0) + Math.min(PAUSE_S, secondsBetween(before, event.at)));
    }
    before = event.at;
  }
  return STAGES.flatMap(({ id }) => {
    const seconds = sums.get(id);
    return seconds === undefined ? [] : [{ stage: id, seconds }];
  });
}

function stageOfEvent(event: JobEvent): StageId | undefined {
  switch (event.kind) {
    case 'measured':
      return stepOf(event.quantity)?.stage;
    case 'stepDone':
    case 'stepSkipped':
      return stepOf(event.step)?.stage;
    case 'timed':
      return stepOf(event.test)?.stage;
    case 'reading':
    case 'airflow':
    case 'move':
    case 'coupled':
    case 'check':
      return 'balance';
    default:
      return undefined;
  }
}

/** What stages took in earlier jobs: the middle one, and between what most lay, s. */
export interface StageEstimate {
  readonly stage: StageId;
  readonly jobs: number;
  readonly middle: number;
  readonly low: number;
  readonly high: number;
}

/** Estimates from the times of earlier jobs: median, and tenth and ninetieth part in a hundred; two jobs at least. */
export function stageEstimates(jobs: readonly ReturnType<typeof stageTimes>[]): readonly StageEstimate[] {
  return STAGES.flatMap(({ id }) => {
    const seconds = jobs.flatMap((times) => times.filter(({ stage }) => stage === id).map((each) => each.seconds));
    if (seconds.length < 2) return [];
    return [
      {
        stage: id,
        jobs: seconds.length,
        middle: quantileOf(seconds, 0.5),
        low: quantileOf(seconds, 0.1),
        high: quantileOf(seconds, 0.9),
      },
    ];
  });
}
