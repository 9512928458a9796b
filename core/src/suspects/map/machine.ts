import { enrichmentOn, type Setup, sharesPlenum } from '../../setup';
import { EXCHANGES, type Exchange } from './exchanges';
import type { MachineNeed } from './test';

/** Whether a machine has what a cause or a test needs. */
export function hasNeed(setup: Setup, need: MachineNeed): boolean {
  const { throats, engine, adjusters } = setup;
  switch (need) {
    case 'slides':
      return throats.some(({ throttle }) => throttle === 'slide');
    case 'constantDepression':
      return throats.some(({ throttle }) => throttle === 'constantDepression');
    case 'plates':
      return throats.some(({ throttle }) => throttle !== 'slide');
    case 'sharedManifold':
      return sharesPlenum(setup) || throats.some(({ feeds }) => feeds.length > 1);
    case 'plenum':
      return sharesPlenum(setup);
    case 'manyCircuits':
      return new Set(throats.map(({ carburetor }) => carburetor)).size < throats.length && throats.length >= 4;
    case 'fourStroke':
      return engine.strokes === 4;
    case 'twoStroke':
      return engine.strokes === 2;
    case 'severalThroats':
      return throats.length > 1;
    case 'fuelScrews':
      return throats.some(({ id }) => adjusters.some((adjuster) => enrichmentOn(adjuster, id) !== 0));
  }
}

/** What can change places on a machine. */
export function exchangesFor(setup: Setup): readonly Exchange[] {
  return EXCHANGES.filter(({ needs }) => needs === undefined || hasNeed(setup, needs));
}
