import { describe, expect, it } from 'vitest';
import { at } from '../basics';
import { foldBelief } from '../belief';
import { createEngine, type Engine } from '../engine';
import { foldJob, type JobEvent } from '../job';
import { ARCHETYPES, concernOf, type Setup, sharesPlenum } from '../setup';
import { append, move, reading, zero } from '../testing';
import { BANKS, seeds } from '../testing/depth';
import { rpm, seconds, turns } from '../units';
import { holdRpm } from './holdRpm';
import { offIdleFinding } from './offIdle';

/** An engine as made but for one rod or cable, held above idle. */
function held(setup: Setup, seed: number, astray: { readonly adjuster: string; readonly turns: number }): Engine {
  const engine = createEngine(setup, { seed, found: 'factory' });
  engine.turn(astray.adjuster, turns(astray.turns));
  engine.warmUp();
  engine.start();
  engine.advance(seconds(4));
  engine.hand({ kind: 'hold', speed: rpm(holdRpm(setup)) });
  engine.advance(seconds(8));
  return engine;
}

function read(log: readonly JobEvent[], engine: Engine): readonly JobEvent[] {
  engine.advance(seconds(6));
  const { depressions, speed } = engine.truth();
  return append(log, reading({ kPa: depressions.map((each) => each / 1000), rpm: speed }));
}

function findingOf(log: readonly JobEvent[]) {
  const job = foldJob(log);
  if (job === undefined) throw new Error('the log was opened');
  return offIdleFinding(job, foldBelief(job.setup, log));
}

/** Turns as advised until the bank agrees off idle. */
function turnsNeeded(setup: Setup, engine: Engine): readonly number[] {
  const opened = append([], { kind: 'opened', machine: 'Test bank', complaint: '', setup });
  let log = [zero(...setup.throats.map(() => 0)), { kind: 'stage', stage: 'offIdle' } as const].reduce(append, opened);
  const made: number[] = [];
  for (log = read(log, engine); made.length < 8; log = read(log, engine)) {
    const finding = findingOf(log);
    if (finding?.turn === undefined) return finding?.outcome === 'agrees' ? made : [...made, Number.NaN];
    const { adjuster, turns: by } = finding.turn;
    engine.turn(adjuster, turns(by));
    engine.advance(seconds(3));
    log = append(log, move(adjuster, by));
    made.push(by);
  }
  return made;
}

const rodsOf = (setup: Setup) => setup.adjusters.filter((adjuster) => concernOf(adjuster) === 'linkage');
const LINKED = [...new Set([...BANKS, 'vTwin' as const])]
  .map((name) => ARCHETYPES[name])
  .filter((setup) => setup.throats.length > 1 && rodsOf(setup).length > 0 && !sharesPlenum(setup));

describe('how far to turn a rod or cable', () => {
  it('brings a bank together off idle in three turns at most, whichever way it was astray', () => {
    for (const setup of LINKED) {
      for (const [n, seed] of seeds(900, { quick: 1, deep: 6 }).entries()) {
        const rod = at(rodsOf(setup), n % rodsOf(setup).length);
        for (const astray of [-0.75, 0.5]) {
          const made = turnsNeeded(setup, held(setup, seed, { adjuster: rod.id, turns: astray }));
          const said = [setup.name, seed, astray, made];
          expect([said, made.length <= 3 && made.every(Number.isFinite)]).toEqual([said, true]);
        }
      }
    }
  });
});
