import { square } from '../../basics';
import { slideOpenArea } from '../../setup';
import { AIR_FUEL_RATIO } from '../gas/burn';
import {
  type CarburetorState,
  type FuelCircuit,
  type IdleDesign,
  JETTING_DENSITY,
  jetSuction,
  liftPressure,
  type Metering,
} from './circuit';
import { venturiDepression } from './venturi';

/** Fuel stands this far below the needle jet, m. Ours. */
const SPILL = 0.01;
/** The pilot's lift, m, and its air bleed over its outlet at base turns. Ours. */
const LIFT = 0.015;
const BLEED = 1.0;
const BASE_TURNS = 1.5;
/** The needle begins to meter at an eighth of the slide's travel and does all of it at a quarter: common practice, no source. */
const NEEDLE_FROM = 1 / 8;
const NEEDLE_ALL = 1 / 4;
const NEEDLE_LAMBDA = 0.95;
/** Fuel needs more suction than the main jet's share once the slide is three quarters up: richer at full load. Ours. */
const FULL_ENRICHMENT = 0.1;
const FULL_TRAVEL = Math.PI / 2;

/** Share of the depression that reaches the pilot jet behind a slide; the air screw opens the bleed. */
function pilotShare(bleedOverBase: number): number {
  return 1 / (1 + square(BLEED * bleedOverBase));
}

/** Pilot with an air screw behind the slide, and the needle in its jet beneath it. */
export function slideCircuit(design: IdleDesign, bore: number): FuelCircuit {
  const reference = jetSuction(pilotShare(1) * design.depression, liftPressure(LIFT));
  const pilotSize = design.air / (AIR_FUEL_RATIO * design.lambda * Math.max(1, reference));
  const perArea = Math.sqrt(2 * JETTING_DENSITY) / (AIR_FUEL_RATIO * NEEDLE_LAMBDA);
  return {
    fuel({ air, depression, density, opening }: Metering, state: CarburetorState) {
      // Enriching is turning the air screw in: less bleed.
      const bleed = Math.max(0, 1 - state.enrichedTurns / BASE_TURNS);
      const pulled = pilotShare(bleed) * Math.min(depression, 48_000);
      const pilot = pilotSize * state.pilot * state.jet * jetSuction(pulled, liftPressure(LIFT - state.level));
      const travel = Math.min(1, opening / FULL_TRAVEL);
      const needle = Math.min(1, Math.max(0, (travel - NEEDLE_FROM) / (NEEDLE_ALL - NEEDLE_FROM)));
      if (needle === 0) return pilot;
      const area = slideOpenArea(bore, opening);
      const suction = jetSuction(venturiDepression(air, area, density), liftPressure(SPILL - state.level));
      const enriched = 1 + FULL_ENRICHMENT * Math.max(0, 4 * travel - 3);
      // The pilot goes on beneath the needle and fades as the depression behind the slide goes.
      return pilot + needle * perArea * area * state.main * state.needle * enriched * suction;
    },
  };
}
