import type { Samples } from '@amber-needle/core/trace';
import type { GaugeStatus } from '@/server/bench/hub';

/** What a source of samples tells: batches of samples, and how its line stands. */
export interface SampleListener {
  samples(batch: Samples): void;
  gauge(status: GaugeStatus): void;
  line(state: 'open' | 'lost'): void;
  problem(message: string): void;
}

/** Where samples come from: a networked gauge now; a serial gauge, a practice engine in a worker and a replay meet here too. */
export interface SampleSource {
  /** Begins to listen; the returned function ends it. */
  open(listener: SampleListener): () => void;
}
