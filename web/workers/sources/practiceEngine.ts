import type { PracticeBench } from '@amber-needle/core/practice';
import { samplesOf } from '@amber-needle/core/trace';
import type { SampleSource } from './sampleSource';

/** Samples a second of the engine's and channel: as the stand-in's gauges; fewer when it runs ahead of the clock, for each costs its time. */
const RATE_HZ = 500;
const QUICK_RATE_HZ = 250;
const BATCH_MS = 50;
/** After a pause of the machine (a laptop lid) the engine does not race to catch up. */
const LONGEST_LEAP_S = 0.5;

export function practiceRateHz(pace: number): number {
  return pace > 1 ? QUICK_RATE_HZ : RATE_HZ;
}

/** A practice engine that runs beside the page, in its worker, at the pace of the clock or so many times faster. */
export function practiceEngine({ gauges, engine }: PracticeBench, pace: number, looked: () => void): SampleSource {
  return {
    open(listener) {
      const barometer = Math.round(engine.sensors().ambient / 10) / 100;
      const meta = { reference: 'vacuum' as const, barometer_kpa: barometer };
      listener.line('open');
      listener.gauge({
        state: 'live',
        stream: 'practice',
        source: 'Practice engine in this browser',
        practice: true,
        sending: [],
      });
      let before = performance.now();
      let due = 0;
      const timer = setInterval(() => {
        const now = performance.now();
        due += Math.min(LONGEST_LEAP_S, (now - before) / 1000) * pace * practiceRateHz(pace);
        before = now;
        const rows = Array.from({ length: Math.floor(due) }, () => gauges.take());
        due -= rows.length;
        if (rows.length > 0) listener.samples(samplesOf({ meta, columns: gauges.columns, rows }));
        looked();
      }, BATCH_MS);
      return () => clearInterval(timer);
    },
  };
}
