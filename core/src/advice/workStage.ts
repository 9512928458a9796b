import type { Job } from '../job';
import type { Advice } from './advice';

/** Stages of the work at the bench, in their order. */
export const WORK_STAGES = ['zero', 'balance', 'mixture', 'couple', 'offIdle', 'finish'] as const;
export type WorkStage = (typeof WORK_STAGES)[number];

/** Where the work stands under a suggestion. */
export function workStage(job: Job, advice: Advice): WorkStage {
  if (job.stage === 'offIdle') return 'offIdle';
  if (job.status !== 'open' || advice.kind === 'done') return 'finish';
  if (advice.kind === 'mixture') return 'mixture';
  if (advice.kind === 'couple' || job.clamped.length > 0) return 'couple';
  return advice.kind === 'read' && advice.purpose === 'zeroGauges' ? 'zero' : 'balance';
}
