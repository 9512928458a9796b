import { type KnownGauges, knownGauges } from '@amber-needle/core/belief';
import { findingsOf } from '@amber-needle/core/findings';
import type { Bare, EventOf, JobEvent } from '@amber-needle/core/job';
import { ARCHETYPES, type ArchetypeName } from '@amber-needle/core/setup';
import { drawLaw, driveForeign, type ForeignGauges, idOf } from '@amber-needle/core/testing';
import { instrumentEvent, learnedChannels } from '../../web/features/bench/instruments/instrumentEvent';

/**
 * Ten jobs with the same gauges on engines of the random family: how often all hoses are asked onto one throat, when the workshop remembers
 * what matching taught. `npm run benchmark:instruments [sets of gauges]`. Odd seeds, for reporting.
 */
const BANKS: readonly ArchetypeName[] = ['twin', 'rack2', 'rack3', 'rack4', 'vTwin', 'flatFour', 'siamesedFour'];
const JOBS = 10;
const FIRST_SEED = 5001;
const AT = '2026-01-01T00:00:00.000Z';
const sets = Number(process.argv[2] ?? 6);

function isMatched(events: readonly JobEvent[]): boolean {
  return events.some((event) => event.kind === 'check' && event.check.what === 'gaugesMatched');
}

function readWith(bank: ArchetypeName, gauges: KnownGauges | undefined): Bare<EventOf<'instrument'>> {
  const setup = ARCHETYPES[bank];
  const learned = gauges === undefined ? [] : [...learnedChannels(gauges, [], AT)];
  const channels = setup.throats.length;
  const set = { id: idOf(7), name: 'Set', what: 'gaugeSet', channels, classPercent: null, learned } as const;
  return instrumentEvent(set, setup, []);
}

function chain(bank: ArchetypeName, first: number) {
  const setup = ARCHETYPES[bank];
  let known: KnownGauges | undefined;
  let gauges: ForeignGauges | undefined;
  return Array.from({ length: JOBS }, (_, i) => {
    const seed = first + 2 * i;
    const law = drawLaw(seed, setup.engine.strokes);
    const driven = driveForeign(setup, {
      seed,
      law,
      noMeter: true,
      goesOn: true,
      instrument: readWith(bank, known),
      ...(gauges === undefined ? {} : { gauges }),
    });
    gauges = driven.gauges;
    const matched = isMatched(driven.events);
    const findings = findingsOf(driven.events);
    if (matched && findings !== undefined) known = knownGauges(findings.belief);
    const wrong = driven.outcome === 'done' && !(driven.spreadShare <= 1 && driven.inBand);
    return { matched, done: driven.outcome === 'done', wrong };
  });
}

const rows = BANKS.map((bank) => {
  const jobs = Array.from({ length: sets }, (_, i) => chain(bank, FIRST_SEED + 2 * JOBS * i)).flat();
  const count = (holds: (job: (typeof jobs)[number]) => boolean) => jobs.filter(holds).length;
  return {
    bank,
    jobs: jobs.length,
    matched: count(({ matched }) => matched),
    done: count(({ done }) => done),
    wrong: count(({ wrong }) => wrong),
  };
});
const all = (of: (row: (typeof rows)[number]) => number) => rows.reduce((sum, row) => sum + of(row), 0);
console.table([
  ...rows,
  {
    bank: 'all',
    jobs: all(({ jobs }) => jobs),
    matched: all(({ matched }) => matched),
    done: all(({ done }) => done),
    wrong: all(({ wrong }) => wrong),
  },
]);
