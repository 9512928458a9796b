import type { Bare, JobEvent } from '../job';
import { believed, type Mixture, mixtureOf, standOf } from '../mixture';
import type { Setup } from '../setup';
import { append } from './jobs';

/** One carried sensor, eyes and a tachometer; the mixture alone. */
export const PLAN = {
  kind: 'mixturePlan',
  instruments: ['sensor', 'colour', 'lift', 'tachometer'],
  sensor: 'carried',
  rule: { by: 'lambda', target: 0.95 },
  fuel: { ethanol: 0, methanol: 0 },
  ignition: 'modest',
  order: 'mixtureOnly',
} as const satisfies Bare;

/** A log of these, after a bank was opened. */
export function logOf(setup: Setup, ...proposals: readonly Bare[]): readonly JobEvent[] {
  const all: readonly Bare[] = [{ kind: 'opened', machine: 'Heron', complaint: '', setup }, ...proposals];
  return all.reduce<readonly JobEvent[]>(append, []);
}

/** What is known of a bank’s mixture after these. */
export function known(setup: Setup, ...proposals: readonly Bare[]): Mixture {
  const mixture = mixtureOf(setup, logOf(setup, PLAN, ...proposals));
  if (mixture === undefined) throw new Error('there is a plan');
  return mixture;
}

export const sensor = (
  exhaust: string,
  lambda: number,
  more: { readonly flutter?: number; readonly supplyV?: number } = {},
): Bare => ({
  kind: 'mixtureSeen',
  seen: {
    how: 'sensor',
    figures: [{ exhaust, lambda, ...(more.flutter === undefined ? {} : { flutter: more.flutter }) }],
    ...(more.supplyV === undefined ? {} : { supplyV: more.supplyV }),
  },
});
export const colour = (cylinder: string, named: 'yellow' | 'cleanBlue' | 'pale' | 'misses'): Bare => ({
  kind: 'mixtureSeen',
  seen: { how: 'colour', cylinder, colour: named, when: 'idle' },
});
/** A screw counted in to its seat; null where it could not be. */
export const count = (adjuster: string, fromSeat: number | null): Bare => ({
  kind: 'mixtureSeen',
  seen: { how: 'turns', adjuster, fromSeat },
});
export const turn = (adjuster: string, turns: number): Bare => ({ kind: 'move', adjuster, turns });
export const speed = (rpm: number): Bare => ({
  kind: 'responded',
  answer: { by: 'tachometer', rpm, uncertaintyRpm: 2 },
});
/** Where a circuit stands, by its place among the circuits. */
export const standAt = (mixture: Mixture, place: number) => {
  const circuit = mixture.layout.circuits[place];
  if (circuit === undefined) throw new Error(`no circuit ${place}`);
  return standOf(mixture, believed(mixture), circuit);
};
