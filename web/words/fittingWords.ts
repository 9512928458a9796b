import type { Body, Fitting } from '@amber-needle/core/setup';

/** Kinds of carburetor, as people say them. */
export const BODY_NAMES: Readonly<Record<Body, string>> = {
  unknown: 'not said yet',
  roundSlide: 'round slide on a cable',
  diaphragmSlide: 'slide with a diaphragm',
  liftingPiston: 'variable venturi, lifting piston',
  diaphragmJet: 'variable venturi, jet with a diaphragm',
  sideDraught: 'side-draught, fixed venturis',
  twoBarrel: 'two-barrel downdraught',
  fourBarrel: 'four-barrel downdraught',
  marine: 'two-stroke marine',
};

export const TAP_NAMES: Readonly<Record<Fitting['tap'], string>> = {
  unknown: 'not said yet',
  hand: 'by hand',
  vacuum: 'by vacuum',
  none: 'none',
};

export const FEED_NAMES: Readonly<Record<Fitting['feed'], string>> = {
  unknown: 'not said yet',
  gravity: 'gravity',
  mechanicalPump: 'mechanical pump',
  electricPump: 'electric pump',
};

export const COOLING_NAMES: Readonly<Record<Fitting['cooling'], string>> = {
  unknown: 'not said yet',
  air: 'air',
  radiator: 'radiator',
  seaWater: 'sea water',
};

export const CHOKE_NAMES: Readonly<Record<Fitting['choke'], string>> = {
  unknown: 'not said yet',
  flap: 'flap',
  enricher: 'enricher',
  loweredJet: 'lowered jet',
  none: 'none',
};
