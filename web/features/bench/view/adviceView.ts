import type { JobEvent } from '@amber-needle/core/job';
import { createAdviser } from '@/workers/adviser';
import type { LiveView } from '@/workers/signalProtocol';
import { type JobView, jobView } from './benchView';

/** The view of a log with the advice that it asks for: for tests, which need no worker. */
export function adviceView(events: readonly JobEvent[], phase: LiveView['reading']['phase'] | undefined): JobView {
  return jobView({ events, ...createAdviser()(events, phase) });
}
