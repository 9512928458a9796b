import { database } from '../db/connection';
import { log, loggable } from '../http/log';
import { Hub } from './hub';
import { Relay } from './relay';

declare global {
  // Next loads each route's modules apart; what a process has once lives on the global object.
  var amberNeedleHub: Hub | undefined;
}

/** The hub of this process, tied to those of other processes on the same database. */
export function benchHub(): Hub {
  if (globalThis.amberNeedleHub !== undefined) return globalThis.amberNeedleHub;
  const hub = new Hub();
  globalThis.amberNeedleHub = hub;
  let said = 0;
  const relay = new Relay(database(), hub, (error) => {
    // While the database is away this would come many times a second.
    if (Date.now() - said < 60_000) return;
    said = Date.now();
    log.warn({ err: loggable(error) }, 'benches of other processes are out of reach');
  });
  void relay.start();
  return hub;
}
