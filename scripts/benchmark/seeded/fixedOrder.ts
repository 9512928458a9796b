/**
 * The fault pictures of the trade from the top, each with the tests that it names, in its order: what is worked down by somebody who judges nothing.
 * `common practice, no source`.
 */
export const FIXED_ORDER: readonly string[] = [
  // puddle
  'staticFuel',
  'openBowl',
  'fuelLevel',
  'fuelPressure',
  // flooded after a hot stop
  'hotSoak',
  // runs only with choke, or on spray only
  'chokeHalf',
  'pilotLight',
  'lookAtFuel',
  // the screw does nothing
  'screwIn',
  'slotSeen',
  // hunts, whistles, hangs
  'sprayLeak',
  'closePorts',
  'shaftPlay',
  // will not idle down
  'fastIdle',
  'advanceHose',
  // another idle after each blip
  'fiveBlips',
  'linkPlay',
  'liftPiston',
  // off above idle
  'riseWhenBlipped',
  'lookAtDiaphragm',
  // fades under load
  'flowIntoJar',
  'lookAtFilter',
  'mainLight',
  'holdLoad',
  'chokeUnderLoad',
  // hesitates
  'seeShot',
  // one lean on a shared manifold
  'swapSides',
  // differs in depression, not in air
  'meterMouth',
  'compression',
  'valveGap',
  'swapHoses',
  'watchStop',
  // hard changes
  'modulator',
  // rich although leaned
  'countTurns',
  'chokeBack',
  'enricherSeat',
  'needleWear',
  'filterOff',
  // and what is not carburetion
  'pullLead',
  'swapPlug',
  'timing',
];
