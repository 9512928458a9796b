import type { Setup } from '@amber-needle/core/setup';
import type { ProposedAnswer, ProposedTest } from '@amber-needle/core/suspects';
import { CAUSES, type Evidence } from '@amber-needle/core/suspects';
import { percent } from '@/words/numbers';
import { causeName, evidenceText, placeText } from '@/words/suspectWords';
import type { ToldSuspect, ToldSuspects } from '@/workers/suspecter';

/** Suspects less probable than this are summed up in a line. */
const NAMED_AT = 0.02;
const MOST_NAMED = 6;
const MOST_REASONS = 4;
/** From here on a suspect is as good as found: what mends it is offered. */
const FOUND_AT = 0.8;

/** One row of the list. `ghost`: where the answer that is looked at would move it. */
export interface SuspectRow {
  readonly key: string;
  readonly cause: string;
  readonly place: string | undefined;
  readonly name: string;
  readonly probability: number;
  readonly shown: string;
  readonly ghost: number | undefined;
  readonly speaksFor: string;
  readonly speaksAgainst: string;
}

export interface SuspectsView {
  readonly rows: readonly SuspectRow[];
  /** The rest, in a line. */
  readonly others: string;
  readonly othersShown: string;
  /** The first row, when it is as good as found. */
  readonly found: SuspectRow | undefined;
}

/** What the screen of the search shows; `answer`: the answer that is looked at. */
export function suspectsView(setup: Setup, suspects: ToldSuspects, answer: ProposedAnswer | undefined): SuspectsView {
  // Before anything is told there is nothing to suspect anybody by.
  const known = suspects.told.length === 0 ? [] : suspects.ranked;
  const named = known.filter(({ probability }) => probability >= NAMED_AT).slice(0, MOST_NAMED);
  const rows = named.map((suspect) => rowOf(setup, suspect, answer));
  const rest = Math.max(0, 1 - named.reduce((sum, { probability }) => sum + probability, 0));
  const [first] = rows;
  return {
    rows,
    others:
      rows.length === 0 ? 'Nothing stands out yet' : `All others and what is on no map, none over ${percent(NAMED_AT)}`,
    othersShown: rows.length === 0 ? '' : percent(Math.max(rest, suspects.unknown)),
    found: first !== undefined && first.probability >= FOUND_AT ? first : undefined,
  };
}

function rowOf(setup: Setup, suspect: ToldSuspect, answer: ProposedAnswer | undefined): SuspectRow {
  const { cause, place, probability } = suspect;
  const after = answer?.leads.find((each) => each.id === cause && each.place === place)?.probability;
  return {
    key: `${cause} ${place ?? ''}`,
    cause,
    place,
    name: `${causeName(cause)}${placeText(setup, place)}`,
    probability,
    shown: percent(probability),
    ghost: answer === undefined ? undefined : (after ?? 0),
    speaksFor: reasons(setup, suspect.speaksFor),
    speaksAgainst: reasons(setup, suspect.speaksAgainst),
  };
}

function reasons(setup: Setup, evidence: readonly Evidence[]): string {
  return evidence
    .slice(0, MOST_REASONS)
    .map((each) => evidenceText(setup, each))
    .join(' · ');
}

/** Where an answer would lead, in a line. */
export function leadsText(setup: Setup, { leads }: ProposedAnswer): string {
  return leads
    .slice(0, 1)
    .map(
      ({ id, place, probability }) =>
        `${causeName(id).toLowerCase()}${placeText(setup, place)}: ${percent(probability)}`,
    )
    .join(', ');
}

/** A test in the largest words, and what it takes. */
export function testLines(setup: Setup, { test, place }: ProposedTest) {
  const takes = [
    test.minutes === 1 ? '1 minute' : `${test.minutes} minutes`,
    test.takesOff === 'nothing' ? 'nothing to take off' : `takes off ${test.takesOff}`,
    ...(test.tools === 'none' ? [] : [`needs ${test.tools}`]),
    ...(test.undone ? [] : ['cannot be undone']),
  ];
  return {
    name: test.name,
    where: placeText(setup, place).replace(/^, /, ''),
    steps: test.steps,
    takes: `${takes.join(', ')}.`,
  };
}

const CAUTIONS = {
  none: undefined,
  hot: 'Running engine: exhaust gas outdoors or extracted, hands clear of hot and moving parts.',
  fuel: 'Fuel: no flame or spark near, extinguisher at hand, wipe up, let hot parts cool.',
  fire: 'Fire: no ignition source near, extinguisher in reach, short bursts. Smoke or propane are alternatives; local rules decide.',
  spark: 'High voltage at an open lead, and it lights vapour: no fuel near, insulated pliers.',
  road: 'Closed road or a helper, obey the law, never watch a screen under way.',
} as const;

/** The caution that belongs to a test. */
export function cautionOf({ test: { hazard } }: ProposedTest): string | undefined {
  return CAUTIONS[hazard];
}

/** What mends a cause, what to do again afterwards, and what proves it. */
export function remedyOf(cause: string) {
  return CAUSES.find(({ id }) => id === cause)?.remedy;
}
