import { AIR_AND_THROTTLE } from './airAndThrottle';
import { BOWLS } from './bowls';
import type { Cause } from './cause';
import { ELSEWHERE } from './elsewhere';
import { FUEL_SUPPLY } from './fuelSupply';
import { PASSAGES } from './passages';

export type { Cause, Remedy } from './cause';
export { EXCHANGES, type Exchange, type ExchangeOutcome, OUTCOMES } from './exchanges';
export * from './frequency';
export * from './machine';
export type { Frequency, Observation, Site, When } from './observation';
export { OBSERVATIONS } from './observations';
export type { Answer, Hazard, MachineNeed, Test } from './test';
export { TESTS } from './tests';

/** Everything that may be wrong, in the order in which one looks. */
export const CAUSES: readonly Cause[] = [...FUEL_SUPPLY, ...BOWLS, ...PASSAGES, ...AIR_AND_THROTTLE, ...ELSEWHERE];
