export * from './catalogue';
export type { CommonDeparture, CylinderDeparture, Departures, ScrewDeparture, ThroatDeparture } from './departures';
export { allDepartures } from './departures';
export type { FoundAs, Sight } from './evidence';
export type { FaultKind, Forgotten, PartingTest, Showing, Way } from './faultKind';
export { allSupposed, type Stray, type Supposition } from './supposition';
