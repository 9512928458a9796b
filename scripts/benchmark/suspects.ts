import { ARCHETYPES } from '@amber-needle/core/setup';
import {
  CAUSES,
  type Evidence,
  nextTests,
  OBSERVATIONS,
  type Suspects,
  TESTS,
  weighSuspects,
} from '@amber-needle/core/suspects';
import { FIRST } from './cases/first';
import { SECOND } from './cases/second';
import type { SuspectCase } from './cases/suspectCase';

/** Cases told by a practitioner: where the cause stands at once and after each test. `npm run benchmark:suspects [-- --lines]`. */
const MOST_TESTS = 4;

export function evidenceOf(text: string): Evidence {
  const seen = !text.startsWith('!');
  const [observation = '', place] = text.replace('!', '').split('@');
  if (!OBSERVATIONS.some(({ id }) => id === observation)) throw new Error(`no observation ${observation}`);
  return { kind: 'observed', observation, place, seen };
}

function rankOf({ ranked }: Suspects, was: string): number {
  const [id, place] = was.split('@');
  return 1 + ranked.findIndex((each) => each.cause.id === id && each.place === place);
}

function play({ bank, seen, was, answers }: SuspectCase) {
  const setup = ARCHETYPES[bank];
  const [cause = '', place] = was.split('@');
  if (!CAUSES.some(({ id }) => id === cause)) throw new Error(`no cause ${cause}`);
  for (const [test, answer] of Object.entries(answers))
    if (!TESTS.find(({ id }) => id === test)?.answers.some(({ id }) => id === answer))
      throw new Error(`${test}: ${answer}`);
  let evidence = seen.map(evidenceOf);
  let suspects = weighSuspects(setup, evidence);
  const ranks = [rankOf(suspects, was)];
  const asked: string[] = [];
  let minutes = 0;
  while (asked.length < MOST_TESTS && (ranks.at(-1) !== 1 || (suspects.ranked[0]?.probability ?? 0) < 0.8)) {
    const [next] = nextTests(setup, suspects, { evidence });
    if (next === undefined) break;
    const isHere = next.place === undefined || place === undefined || next.place === place;
    const answer = (isHere ? answers[next.test.id] : undefined) ?? next.test.answers[0].id;
    asked.push(`${next.test.id}${next.place === undefined ? '' : `@${next.place}`}=${answer}`);
    minutes += next.test.minutes;
    evidence = [...evidence, { kind: 'tested', test: next.test.id, place: next.place, answer }];
    suspects = weighSuspects(setup, evidence);
    ranks.push(rankOf(suspects, was));
  }
  const top = suspects.ranked
    .slice(0, 2)
    .map((each) => `${each.cause.id}@${each.place ?? '-'} ${each.probability.toFixed(2)}`);
  return { ranks, asked, minutes, top };
}

function report(name: string, cases: readonly SuspectCase[], lines: boolean) {
  const played = cases.map((each) => ({ ...each, ...play(each) }));
  const share = (holds: (each: (typeof played)[number]) => boolean) =>
    `${((100 * played.filter(holds).length) / played.length).toFixed(0)} %`;
  if (lines)
    for (const { id, was, ranks, asked, top } of played)
      process.stdout.write(`${id} ${was}: ranks ${ranks.join(' ')}; ${asked.join(', ')}; ${top.join(', ')}\n`);
  return {
    cases: name,
    count: played.length,
    'first at once': share(({ ranks }) => ranks[0] === 1),
    'among three': share(({ ranks }) => (ranks[0] ?? 99) <= 3),
    'first after four tests': share(({ ranks }) => ranks.at(-1) === 1),
    'minutes, mean': (played.reduce((sum, { minutes }) => sum + minutes, 0) / played.length).toFixed(1),
  };
}

console.table([
  report('written before the likelihoods', FIRST, false),
  report('looked at while they were set', SECOND, process.argv.includes('--lines')),
]);
