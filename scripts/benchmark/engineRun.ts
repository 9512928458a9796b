import { createEngine, type Engine } from '@amber-needle/core/engine';
import { createGaugeSet } from '@amber-needle/core/instruments';
import { ARCHETYPE_NAMES, ARCHETYPES, type ArchetypeName } from '@amber-needle/core/setup';
import { rpm, seconds, turns } from '@amber-needle/core/units';

/** Runs that Node and a browser's worker do alike: bundled for the browser by whoever asks. */

export const BANKS = ARCHETYPE_NAMES;

/** A digest (FNV-1a, 32 bits) of every bit of the figures. */
function digest(figures: readonly number[]): string {
  const bytes = new Uint8Array(Float64Array.from(figures).buffer);
  let hash = 0x811c9dc5;
  for (const byte of bytes) hash = Math.imul(hash ^ byte, 0x01000193) >>> 0;
  return hash.toString(16);
}

function running(name: ArchetypeName): Engine {
  const engine = createEngine(ARCHETYPES[name], { seed: 11 });
  engine.start();
  return engine;
}

/** Start, turn, blip, hold and stop of one bank, seen by its gauges: the digest of all that they showed and of the truth. */
export function digestOf(name: ArchetypeName): string {
  const setup = ARCHETYPES[name];
  const engine = running(name);
  const gauges = createGaugeSet({ setup, engine, seed: 11, rateHz: 500 });
  const figures: number[] = [];
  const watch = (samples: number) => {
    for (let i = 0; i < samples; i += 1) figures.push(...gauges.take());
  };
  watch(2000);
  engine.turn('A', turns(0.25));
  engine.blip();
  watch(2000);
  engine.hand({ kind: 'hold', speed: rpm(2500) });
  watch(2000);
  engine.stop();
  watch(500);
  const { depressions, airflows, lambdas, speed } = engine.truth();
  return digest([...figures, ...depressions, ...airflows, ...lambdas, speed]);
}

/** How many times faster than the clock a bank idles, the median of several stretches after the code is warm. */
export function multipleOf(name: ArchetypeName): number {
  const engine = running(name);
  engine.advance(seconds(20));
  const multiples = Array.from({ length: 5 }, () => {
    const begun = performance.now();
    engine.advance(seconds(20));
    return 20_000 / (performance.now() - begun);
  });
  return multiples.sort((a, b) => a - b)[2] ?? Number.NaN;
}
