import { isPlace } from '../../job';
import { ARCHETYPES, type Setup } from '../../setup';
import {
  CAUSES,
  type Evidence,
  EXCHANGES,
  nextTests,
  OBSERVATIONS,
  observationOf,
  type ProposedTest,
  type Suspects,
  TESTS,
  testOf,
  weighSuspects,
} from '../../suspects';
import { type Checked, checkerFor, compiled, type Problem } from '../../validation';
import { readSetup } from '../setup';
import { type SuspectsCase, SuspectsCaseSchema } from './schema';

const check = checkerFor(SuspectsCaseSchema, compiled.suspectsCase);

/** A case that makes sense: everything in it is on the map, at a place of its machine. */
export interface ReadCase {
  readonly setup: Setup;
  readonly evidence: readonly Evidence[];
  readonly putOff: readonly string[];
}

/** Reads a case: its shape, its machine, then every name in it. Problems name the place as a JSON pointer. */
export function readSuspectsCase(data: unknown): Checked<ReadCase> {
  const checked = check(data);
  if (checked.outcome === 'invalid') return checked;
  const { machine, putOff = [] } = checked.value;
  const setup =
    typeof machine === 'string' ? ({ outcome: 'valid', value: ARCHETYPES[machine] } as const) : readSetup(machine);
  if (setup.outcome === 'invalid')
    return {
      outcome: 'invalid',
      problems: setup.problems.map(({ path, reason }) => ({ path: `/machine${path}`, reason })),
    };
  const problems = [
    ...observedProblems(setup.value, checked.value),
    ...testedProblems(setup.value, checked.value),
    ...exchangedProblems(setup.value, checked.value),
  ];
  if (problems.length > 0) return { outcome: 'invalid', problems };
  const { observed = [], tested = [], exchanged = [] } = checked.value;
  const evidence: readonly Evidence[] = [
    ...observed.map(
      ({ observation, place, seen = true }): Evidence => ({ kind: 'observed', observation, place, seen }),
    ),
    ...tested.map(({ test, place, answer }): Evidence => ({ kind: 'tested', test, place, answer })),
    ...exchanged.map((each): Evidence => ({ kind: 'exchanged', ...each })),
  ];
  return { outcome: 'valid', value: { setup: setup.value, evidence, putOff } };
}

function observedProblems(setup: Setup, { observed = [] }: SuspectsCase): readonly Problem[] {
  return observed.flatMap(({ observation: id, place }, i) => {
    const known = observationOf(id);
    if (known === undefined) return [{ path: `/observed/${i}/observation`, reason: `there is no observation "${id}"` }];
    return isPlace(setup, known.at, place)
      ? []
      : [{ path: `/observed/${i}/place`, reason: `there is no ${known.at} "${place}"` }];
  });
}

function testedProblems(setup: Setup, { tested = [] }: SuspectsCase): readonly Problem[] {
  return tested.flatMap(({ test: id, place, answer }, i) => {
    const known = testOf(id);
    if (known === undefined) return [{ path: `/tested/${i}/test`, reason: `there is no test "${id}"` }];
    if (!known.answers.some((each) => each.id === answer))
      return [{ path: `/tested/${i}/answer`, reason: `"${id}" has no answer "${answer}"` }];
    return isPlace(setup, known.at, place)
      ? []
      : [{ path: `/tested/${i}/place`, reason: `there is no ${known.at} "${place}"` }];
  });
}

function exchangedProblems(setup: Setup, { exchanged = [] }: SuspectsCase): readonly Problem[] {
  return exchanged.flatMap(({ what, places }, i) => {
    const known = EXCHANGES.find(({ id }) => id === what);
    if (known === undefined) return [{ path: `/exchanged/${i}/what`, reason: `there is no exchange "${what}"` }];
    const lost = places.find((place) => !isPlace(setup, known.at, place));
    return lost === undefined ? [] : [{ path: `/exchanged/${i}/places`, reason: `there is no ${known.at} "${lost}"` }];
  });
}

/** Suspects and tests that are told of. */
const MOST_TOLD = 12;

/** What a case comes to, as a document: suspects with their places and reasons, and the next tests with what each answer would do. */
export function suspectsDocument({ setup, evidence, putOff }: ReadCase) {
  const suspects = weighSuspects(setup, evidence);
  const tests = evidence.length === 0 ? [] : nextTests(setup, suspects, { evidence, putOff });
  return {
    suspects: suspects.ranked.slice(0, MOST_TOLD).map(suspectDocument),
    unknown: suspects.unknown,
    tests: tests.slice(0, MOST_TOLD).map(testDocument),
  };
}

function suspectDocument({ cause, place, probability, speaksFor, speaksAgainst }: Suspects['ranked'][number]) {
  return {
    cause: cause.id,
    place: place ?? null,
    name: cause.name,
    probability,
    for: speaksFor,
    against: speaksAgainst,
  };
}

function testDocument({ test, place, gainBits, costMinutes, answers }: ProposedTest) {
  return {
    test: test.id,
    place: place ?? null,
    name: test.name,
    steps: test.steps,
    hazard: test.hazard,
    undone: test.undone,
    minutes: test.minutes,
    costMinutes,
    gainBits,
    answers: answers.map(({ id, text, probability, leads }) => ({ answer: id, text, probability, leads })),
  };
}

/** Everything that a case may name, with ids and plain words. */
export function vocabularyDocument() {
  return {
    causes: CAUSES.map(({ id, name, at, commonness, because, remedy }) => ({
      id,
      name,
      at,
      commonness,
      because,
      remedy,
    })),
    observations: OBSERVATIONS.map(({ id, text, when, at }) => ({ id, text, when, at })),
    tests: TESTS,
    exchanges: EXCHANGES.map(({ id, text, at }) => ({ id, text, at })),
  };
}
