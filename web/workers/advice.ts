import type { AdviceRequest, AdviceResponse } from './adviceProtocol';
import { createAdviser } from './adviser';

/** The advice worker: weighs beliefs, faults and moves off the page's thread. */

const advise = createAdviser();

self.addEventListener('message', ({ data: { request, events, phase } }: MessageEvent<AdviceRequest>) => {
  const response: AdviceResponse = { request, told: advise(events, phase) };
  postMessage(response);
});
