import type { Setup } from '@amber-needle/core/setup';
import {
  type Evidence,
  nextTests,
  type ProposedTest,
  type Suspects,
  TESTS,
  type Test,
  weighSuspects,
} from '@amber-needle/core/suspects';

export type Asked = Pick<ProposedTest, 'test' | 'place'>;

export interface Searched {
  /** Where the cause stood at once and after each test. */
  readonly ranks: readonly number[];
  /** What the first suspect was said to be worth at each of these, and whether it was right. */
  readonly stated: readonly { readonly probability: number; readonly right: boolean }[];
  readonly asked: readonly string[];
  readonly minutes: number;
  readonly suspects: Suspects;
}

export interface Search {
  readonly setup: Setup;
  readonly seen: readonly Evidence[];
  /** `cause` or `cause@place`: one of these is right. */
  readonly was: readonly string[];
  readonly answer: (asked: Asked) => string;
  readonly mostTests: number;
  /** Whether the searcher has seen enough. */
  readonly enough: (suspects: Suspects, rank: number) => boolean;
  /** Names of tests to be done in this order instead of the one that tells most: at the places where something was seen, at all where nothing was. */
  readonly order?: readonly string[];
}

/** Weighs, asks, weighs again. */
export function search({ setup, seen, was, answer, mostTests, enough, order }: Search): Searched {
  let evidence = seen;
  let suspects = weighSuspects(setup, evidence);
  const ranks = [rankOf(suspects, was)];
  const stated = [stateOf(suspects, was)];
  const asked: string[] = [];
  let minutes = 0;
  const fixed = order === undefined ? undefined : inOrder(setup, order, seen);
  while (asked.length < mostTests && !enough(suspects, ranks.at(-1) ?? 0)) {
    const next: Asked | undefined =
      fixed === undefined ? nextTests(setup, suspects, { evidence })[0] : fixed[asked.length];
    if (next === undefined) break;
    const { test, place } = next;
    const said = answer(next);
    asked.push(`${test.id}${place === undefined ? '' : `@${place}`}=${said}`);
    minutes += test.minutes;
    evidence = [...evidence, { kind: 'tested', test: test.id, place, answer: said }];
    suspects = weighSuspects(setup, evidence);
    ranks.push(rankOf(suspects, was));
    stated.push(stateOf(suspects, was));
  }
  return { ranks, stated, asked, minutes, suspects };
}

export function rankOf({ ranked }: Suspects, was: readonly string[]): number {
  return 1 + ranked.findIndex(({ cause, place }) => was.includes(nameOf(cause.id, place)) || was.includes(cause.id));
}

function stateOf(suspects: Suspects, was: readonly string[]) {
  return { probability: suspects.ranked[0]?.probability ?? 0, right: rankOf(suspects, was) === 1 };
}

export function nameOf(cause: string, place: string | undefined): string {
  return place === undefined ? cause : `${cause}@${place}`;
}

function inOrder({ throats, cylinders }: Setup, order: readonly string[], seen: readonly Evidence[]): readonly Asked[] {
  const named = seen.flatMap((each) => (each.kind === 'observed' && each.place !== undefined ? [each.place] : []));
  const near = (of: readonly { readonly id: string }[]) => {
    const ids = of.map(({ id }) => id);
    const some = ids.filter((id) => named.includes(id));
    return some.length > 0 ? some : ids;
  };
  const places: Readonly<Record<Test['at'], readonly (string | undefined)[]>> = {
    bank: [undefined],
    throat: near(throats),
    cylinder: near(cylinders),
  };
  return order.flatMap((id) => {
    const test = TESTS.find((each) => each.id === id);
    return test === undefined ? [] : places[test.at].map((place) => ({ test, place }));
  });
}
