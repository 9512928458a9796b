import type { JobEvent } from '@amber-needle/core/job';
import { ARCHETYPES } from '@amber-needle/core/setup';
import { append } from '@amber-needle/core/testing';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { createSuspecter } from '@/workers/suspecter';
import type { SuspectsRequest } from '@/workers/suspectsProtocol';
import { useSuspects } from './useSuspects';

/** A worker that answers when the test says so. */
class HeldWorker {
  static latest: HeldWorker | undefined;
  onmessage: ((event: { readonly data: unknown }) => void) | null = null;
  onerror: (() => void) | null = null;
  readonly asked: SuspectsRequest[] = [];
  constructor() {
    HeldWorker.latest = this;
  }
  postMessage(request: SuspectsRequest) {
    this.asked.push(request);
  }
  terminate() {}
  answer(request: SuspectsRequest | undefined) {
    if (request === undefined) throw new Error('Nothing was asked');
    const told = createSuspecter()(request.events, request.options);
    act(() => this.onmessage?.({ data: { request: request.request, told } }));
  }
}

const opened = append([], { kind: 'opened', machine: 'Tarn', complaint: '', setup: ARCHETYPES.rack4 });
const stood = append(opened, { kind: 'observed', observation: 'stood', seen: true });
const dead = append(stood, { kind: 'observed', observation: 'screwDead', place: '3', seen: true });

const weighed = (events: readonly JobEvent[]) => ({ events, told: createSuspecter()(events, {}) });
const search = (initial: readonly JobEvent[], log: readonly JobEvent[]) =>
  renderHook(({ events }) => useSuspects(weighed(initial), events, {}), { initialProps: { events: log } });

beforeEach(() => vi.stubGlobal('Worker', HeldWorker));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('the search on a page', () => {
  it('is fresh at once when the server weighed the whole log', () => {
    expect(search(stood, stood).result.current.isFresh).toBe(true);
  });

  it('is not fresh where the server weighed the beginning only, until the worker has answered', () => {
    const { result } = search(opened, stood);
    expect([result.current.isFresh, result.current.suspects.told.length]).toEqual([false, 0]);
    HeldWorker.latest?.answer(HeldWorker.latest.asked[0]);
    expect([result.current.isFresh, result.current.suspects.told.length]).toEqual([true, 1]);
  });

  it('leaves the answer to an earlier log alone', () => {
    const { result, rerender } = search(stood, stood);
    rerender({ events: dead });
    HeldWorker.latest?.answer(HeldWorker.latest.asked[0]);
    expect([result.current.isFresh, result.current.suspects.told.length]).toEqual([false, 1]);
    HeldWorker.latest?.answer(HeldWorker.latest.asked[1]);
    expect([result.current.isFresh, result.current.suspects.told.length]).toEqual([true, 2]);
  });

  it('is worked out on the page where no worker runs', () => {
    const { result } = search(opened, stood);
    act(() => HeldWorker.latest?.onerror?.());
    expect([result.current.isFresh, result.current.suspects.told.length]).toEqual([true, 1]);
  });
});
