import { at } from '../basics';
import { type Circuit, cylindersOf } from './circuits';
import type { MixtureFinding, Witnessed } from './finding';
import { colourChance, lambdaOfCo, liftChance, plugChance } from './likelihoods';
import type { Mixture } from './mixture';

/** A contradiction: so many standard deviations of both together, and at least this much. Ours. */
const APART = 2.5;
const APART_AT_LEAST = 0.07;

/** What was seen of a circuit since something last moved it, each witness for itself. */
export function witnesses(mixture: Mixture, circuit: Circuit): readonly Witnessed[] {
  const { layout, seen, touched } = mixture;
  const names = cylindersOf(layout.setup, circuit.place).map((k) => layout.setup.cylinders[k]?.id ?? '');
  const since = seen.filter(({ clock }) => clock > at(touched, circuit.place));
  const found = since.flatMap(({ seen: each }): readonly Witnessed[] => {
    switch (each.how) {
      case 'sensor':
        return each.figures
          .filter(({ exhaust }) => names.includes(exhaust))
          .map(({ lambda }) => ({ by: 'sensor', lambda, doubt: 0.015 }));
      case 'co': {
        const lambda = names.includes(each.exhaust) ? lambdaOfCo(each.percent, mixture.plan.fuel) : undefined;
        return lambda === undefined ? [] : [{ by: 'co', lambda, doubt: 0.02 }];
      }
      case 'colour':
        return names.includes(each.cylinder) && each.colour !== 'misses' && each.when === 'idle'
          ? [standing('colour', (x) => colourChance(each.colour, 'idle', x))]
          : [];
      case 'lift':
        return each.throat === circuit.throat ? [standing('lift', (x) => liftChance(each.answer, x))] : [];
      case 'plug':
        return names.includes(each.cylinder) ? [standing('plug', (x) => plugChance(each.colour, x))] : [];
      default:
        return [];
    }
  });
  // The last word of each witness.
  return [...new Map(found.map((each) => [each.by, each])).values()];
}

/** A word by itself as a lambda: its first two moments over all that an idle may be. */
function standing(by: Witnessed['by'], chance: (x: number) => number): Witnessed {
  let [sum, first, second] = [0, 0, 0];
  for (let x = Math.log(0.65); x < Math.log(1.4); x += 0.01) {
    const weight = chance(x);
    sum += weight;
    first += weight * x;
    second += weight * x * x;
  }
  const mean = first / sum;
  return { by, lambda: Math.exp(mean), doubt: Math.sqrt(second / sum - mean * mean) };
}

/** Two witnesses of a circuit that cannot both be right. */
export function contradictions(mixture: Mixture, circuit: Circuit): readonly MixtureFinding[] {
  const all = witnesses(mixture, circuit);
  return all.flatMap((one, i) =>
    all.slice(i + 1).flatMap((other): readonly MixtureFinding[] => {
      const gap = Math.log(one.lambda / other.lambda);
      if (Math.abs(gap) < Math.max(APART_AT_LEAST, APART * Math.hypot(one.doubt, other.doubt))) return [];
      const [leaner, richer] = gap > 0 ? [one, other] : [other, one];
      return [{ throat: circuit.throat, is: 'contradiction', leaner, richer, tests: testsOf(leaner.by) }];
    }),
  );
}

/** A sensor that alone reads lean reads a miss or an exhaust leak; one that alone reads rich is held in free air again. */
function testsOf(leaner: Witnessed['by']): readonly string[] {
  return leaner === 'sensor' || leaner === 'co' ? ['pullLead', 'exhaustJoints', 'freeAir'] : ['freeAir'];
}
