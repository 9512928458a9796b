import { decodeTrace, samplesOf } from '@amber-needle/core/formats/trace';
import type { GaugeStatus } from '@/server/bench/hub';
import type { SampleSource } from './sampleSource';

/** A gauge that posts to the server, heard through its server-sent events. The browser reconnects by itself. */
export function networkedGauge(url: string): SampleSource {
  return {
    open(listener) {
      const events = new EventSource(url);
      events.onopen = () => listener.line('open');
      events.onerror = () => listener.line('lost');
      events.addEventListener('trace', ({ data }: MessageEvent<string>) => {
        const { trace, problems } = decodeTrace(data);
        const [first] = problems;
        if (first !== undefined) listener.problem(`The gauge’s trace, line ${first.line}: ${first.reason}`);
        if (trace.rows.length > 0) listener.samples(samplesOf(trace));
      });
      events.addEventListener('gauge', ({ data }: MessageEvent<string>) => {
        const { gauge }: { gauge: GaugeStatus } = JSON.parse(data);
        listener.gauge(gauge);
      });
      events.addEventListener('problem', ({ data }: MessageEvent<string>) => {
        const { message }: { message: string } = JSON.parse(data);
        listener.problem(message);
      });
      return () => events.close();
    },
  };
}
