import type { Advice } from '@amber-needle/core/advice';

/** The screw, rod or cable that is to be turned now, and how far; undefined when nothing is. */
export function advisedTurn(advice: Advice): { readonly adjuster: string; readonly turns: number } | undefined {
  if (advice.kind === 'turn') return advice;
  if (advice.kind === 'mixture') return advice.step.do === 'turn' ? advice.step : undefined;
  return advice.kind === 'offIdle' ? advice.finding.turn : undefined;
}
