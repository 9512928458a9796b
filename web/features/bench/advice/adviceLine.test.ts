import type { JobEvent } from '@amber-needle/core/job';
import { append, move, opened, reading, zero } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import type { AdviceRequest } from '@/workers/adviceProtocol';
import { createAdviser } from '@/workers/adviser';
import { type AdviceWorker, type Advised, isSameLog, openLine } from './adviceLine';

const zeroed = append(opened, zero(0, 0));
const apart = append(zeroed, reading({ kPa: [44, 40] }));
const turned = append(apart, move('A', 0.25));

/** A worker that answers when it is told to. */
function fakeWorker() {
  const asked: AdviceRequest[] = [];
  const advise = createAdviser();
  let terminated = false;
  const worker: AdviceWorker = {
    onmessage: null,
    onerror: null,
    postMessage: (request: AdviceRequest) => void asked.push(request),
    terminate: () => {
      terminated = true;
    },
  };
  const answer = (request: number, events: readonly JobEvent[]) =>
    worker.onmessage?.call(worker as Worker, { data: { request, told: advise(events, undefined) } } as MessageEvent);
  const fail = () => worker.onerror?.call(worker as Worker, new Event('error') as ErrorEvent);
  return { worker, asked, answer, fail, isTerminated: () => terminated };
}

describe('the line to the advice worker', () => {
  it('has one question under way; of those that come meanwhile only the newest is asked', () => {
    const { worker, asked, answer } = fakeWorker();
    const answers: Advised[] = [];
    const line = openLine(worker, (advised) => answers.push(advised));
    for (const events of [opened, zeroed, apart]) line.ask({ events, phase: undefined });
    expect(asked.map(({ request, events }) => [request, events.length])).toEqual([[1, 1]]);
    answer(1, opened);
    expect(asked.map(({ request, events }) => [request, events.length])).toEqual([
      [1, 1],
      [2, 3],
    ]);
    answer(2, apart);
    expect(answers.map(({ events, advice }) => [events.length, advice.kind])).toEqual([
      [1, 'read'],
      [3, 'turn'],
    ]);
  });

  it('drops an answer to a question that is no longer the one under way', () => {
    const { worker, answer } = fakeWorker();
    const answers: Advised[] = [];
    const line = openLine(worker, (advised) => answers.push(advised));
    line.ask({ events: apart, phase: undefined });
    answer(7, opened);
    expect(answers).toEqual([]);
    answer(1, apart);
    answer(1, opened);
    expect(answers).toHaveLength(1);
  });

  it('advises on the page when there is no worker', () => {
    const answers: Advised[] = [];
    openLine(undefined, (advised) => answers.push(advised)).ask({ events: apart, phase: 'steady' });
    expect(answers.map(({ advice }) => advice.kind)).toEqual(['turn']);
  });

  it('goes on on the page when the worker breaks, the question under way first', () => {
    const { worker, asked, fail, isTerminated } = fakeWorker();
    const answers: Advised[] = [];
    const line = openLine(worker, (advised) => answers.push(advised));
    line.ask({ events: apart, phase: undefined });
    line.ask({ events: turned, phase: 'settling' });
    fail();
    expect(isTerminated()).toBe(true);
    expect(answers.map(({ events, advice }) => [events.length, advice.kind])).toEqual([
      [3, 'turn'],
      [4, 'settle'],
    ]);
    line.ask({ events: apart, phase: undefined });
    expect(answers).toHaveLength(3);
    expect(asked).toHaveLength(1);
  });

  it('takes a log whose events were saved meanwhile for the same, and one that grew or was undone for another', () => {
    expect(isSameLog(apart, structuredClone(apart))).toBe(true);
    expect(isSameLog(apart, turned)).toBe(false);
    expect(
      isSameLog(
        turned,
        turned.map((event, i) => (i === 3 ? { ...event, id: opened[0]?.id ?? '' } : event)),
      ),
    ).toBe(false);
  });

  it('gives the same advice as one worked out afresh, however the log came there', () => {
    const advise = createAdviser();
    for (const events of [opened, zeroed, apart, turned, apart, zeroed, apart]) {
      expect(advise(events, 'steady')).toEqual(createAdviser()(events, 'steady'));
    }
    expect(() => createAdviser()([], undefined)).toThrow('opened job');
  });
});
