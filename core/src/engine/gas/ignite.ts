import { burnCharge, equivalence } from './burn';
import type { CylinderMakings, Exhaust } from './cylinder';
import type { Pocket } from './pockets';

interface Ignited extends CylinderMakings {
  readonly swept: number;
  readonly dilution: number;
}

/** Burns what is in a pocket and writes down what it was; returns the work, J. A charge that catches is burnt gas afterwards. */
export function ignite(pocket: Pocket, made: Ignited, exhaust: Exhaust): number {
  const { conditions, random } = made;
  const fuel = pocket.fuel * conditions.evaporated;
  const air = pocket.air * conditions.dryShare;
  const charge = { air, burnt: pocket.burnt + pocket.air - air, fuel, swept: made.swept };
  // Drawn in every cycle, so that a fault changes nothing but its own cylinder's cycles.
  const draws = { work: random.normal(), limit: random.normal(), spark: random.uniform() };
  const ignition = made.strongSpark ? 'strong' : 'modest';
  const result = burnCharge(charge, { ignition, dilution: made.dilution, draws, missShare: made.missShare });
  const fired = conditions.lit && result.fired;
  const phi = equivalence(charge);
  exhaust.lambda = phi > 0 ? 1 / phi : Number.POSITIVE_INFINITY;
  exhaust.fired = fired;
  exhaust.air = pocket.air;
  exhaust.burntShare = pocket.burnt / Math.max(1e-12, pocket.air + pocket.burnt);
  if (!fired) return 0;
  // Excess air of a lean charge is counted with the burnt gas; it cools the next one a little less than it should.
  pocket.burnt += pocket.air + pocket.fuel;
  pocket.air = 0;
  pocket.fuel = 0;
  return result.work * (1 - made.loss) * conditions.timing;
}
