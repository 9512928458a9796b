import { describe, expect, it } from 'vitest';
import { ARCHETYPES, type Setup } from '../setup';
import { type Evidence, nextTests, weighSuspects } from './infer';
import { CAUSES, TESTS } from './map';

const { vTwin, siamesedFour, fourBarrel } = ARCHETYPES;

/**
 * What no mixture screw cures, as the mixture shows it by itself, with the test that decides and what it answers then. common practice, no source.
 */
interface Picture {
  readonly cause: string;
  readonly bank: Setup;
  readonly place: string;
  readonly seen: readonly string[];
  /** What was seen to be sound there. */
  readonly sound: readonly string[];
  readonly test: string;
  readonly answer: string;
}

const PICTURES: readonly Picture[] = [
  {
    cause: 'transferSlot',
    bank: vTwin,
    place: '1',
    seen: ['screwDead', 'richAtEnd'],
    sound: ['missesIdle'],
    test: 'slotSeen',
    answer: 'much',
  },
  {
    cause: 'blockedIdle',
    bank: vTwin,
    place: '2',
    seen: ['screwRicher', 'leanAtEnd', 'screwDead'],
    sound: ['missesIdle'],
    test: 'pilotLight',
    answer: 'blocked',
  },
  {
    cause: 'airLeak',
    bank: vTwin,
    place: '1',
    seen: ['screwRicher'],
    sound: ['screwDead', 'missesIdle'],
    test: 'sprayLeak',
    answer: 'flange',
  },
  {
    cause: 'flooding',
    bank: vTwin,
    place: '2',
    seen: ['screwLeaner', 'richAtEnd'],
    sound: ['screwDead', 'missesIdle'],
    test: 'staticFuel',
    answer: 'fast',
  },
  {
    cause: 'weakSpark',
    bank: vTwin,
    place: '2',
    seen: ['missesAnyScrew'],
    sound: [],
    test: 'swapPlug',
    answer: 'moves',
  },
  {
    cause: 'sharedRobbing',
    bank: siamesedFour,
    place: '1',
    seen: ['leanerThanSister'],
    sound: ['missesIdle'],
    test: 'swapSides',
    answer: 'stays',
  },
  {
    cause: 'feedReversal',
    bank: fourBarrel,
    place: '3',
    seen: ['firstLean'],
    sound: ['screwDead'],
    test: 'feedStart',
    answer: 'well',
  },
  {
    cause: 'wornNeedleJet',
    bank: siamesedFour,
    place: '1',
    seen: ['screwLeaner', 'firstRich'],
    sound: ['screwDead', 'missesIdle'],
    test: 'needleWear',
    answer: 'worn',
  },
];

const evidenceOf = ({ seen, sound, place }: Picture): readonly Evidence[] => [
  ...seen.map((observation): Evidence => ({ kind: 'observed', observation, place, seen: true })),
  ...sound.map((observation): Evidence => ({ kind: 'observed', observation, place, seen: false })),
];

function rankOf(bank: Setup, evidence: readonly Evidence[], { cause, place }: Picture): number {
  return weighSuspects(bank, evidence).ranked.findIndex((each) => each.cause.id === cause && each.place === place) + 1;
}

describe.each(PICTURES.map((picture) => [picture.cause, picture] as const))(
  '%s, as a mixture shows it',
  (_, picture) => {
    const { bank, place, test, answer, cause } = picture;
    const evidence = evidenceOf(picture);

    it('is among the first suspects, at its place', () => {
      expect(rankOf(bank, evidence, picture)).toBeGreaterThan(0);
      expect(rankOf(bank, evidence, picture)).toBeLessThanOrEqual(8);
    });

    it('comes forward, or stays first, when its deciding test answers as it should', () => {
      expect(TESTS.find(({ id }) => id === test)?.answers.map(({ id }) => id)).toContain(answer);
      const before = rankOf(bank, evidence, picture);
      const after = rankOf(bank, [...evidence, { kind: 'tested', test, place, answer }], picture);
      expect(after).toBeLessThanOrEqual(before);
      expect(after).toBeLessThanOrEqual(3);
    });

    it('has tests that tell more, none of which cannot be undone', () => {
      const tests = nextTests(bank, weighSuspects(bank, evidence), { evidence });
      expect(tests.length).toBeGreaterThan(0);
      expect(tests.every((each) => each.test.undone)).toBe(true);
    });

    it('says what mends it', () => {
      expect(CAUSES.find(({ id }) => id === cause)?.remedy.steps).toBeTruthy();
    });
  },
);
