import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { cos, ln, sin } from '../basics';

/** A seeded source of chance. Same seed, same numbers, on every machine: the core has no other. */
export interface Random {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Standard normal. */
  normal(): number;
}

/** A source of chance for a whole-number seed. */
export function seededRandom(seed: number): Random {
  const generator = xoroshiro128plus(scattered(seed | 0));
  let spare: number | undefined;
  const uniform = () => uniformFloat64(generator);
  return {
    uniform,
    // Box and Muller, Annals of Mathematical Statistics 29 (1958) 610: two normals from two uniforms.
    normal() {
      if (spare !== undefined) {
        const value = spare;
        spare = undefined;
        return value;
      }
      const radius = Math.sqrt(-2 * ln(1 - uniform()));
      const angle = 2 * Math.PI * uniform();
      spare = radius * sin(angle);
      return radius * cos(angle);
    },
  };
}

/** Neighbouring seeds would begin alike. Source: the finaliser of MurmurHash3 (A. Appleby, 2011, public domain). */
function scattered(seed: number): number {
  let h = seed;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return h ^ (h >>> 16);
}
