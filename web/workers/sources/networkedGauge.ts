import { decodeTrace, samplesOf } from '@amber-needle/core/trace';
import type { GaugeStatus } from '@/server/bench/hub';
import type { SampleListener, SampleSource } from './sampleSource';
import { sharedStream } from './sharedStream';

/** A gauge that posts to the server, heard through its server-sent events. The browser reconnects by itself. */
export function networkedGauge(url: string): SampleSource {
  return {
    open(listener) {
      return sharedStream(url, ['trace', 'gauge', 'problem'], (message) => {
        if (message.kind === 'open') listener.line('open');
        else if (message.kind === 'lost') listener.line('lost');
        else if (message.kind === 'event') heed(listener, message.name, message.data);
      });
    },
  };
}

function heed(listener: SampleListener, name: string, data: string): void {
  if (name === 'trace') return heedTrace(listener, data);
  const told: { readonly gauge: GaugeStatus; readonly message: string } = JSON.parse(data);
  if (name === 'gauge') listener.gauge(told.gauge);
  else listener.problem(told.message);
}

function heedTrace(listener: SampleListener, data: string): void {
  const { trace, problems } = decodeTrace(data);
  const [first] = problems;
  if (first !== undefined) listener.problem(`The gauge’s trace, line ${first.line}: ${first.reason}`);
  if (trace.rows.length > 0) listener.samples(samplesOf(trace));
}
