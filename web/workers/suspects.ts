import { createSuspecter } from './suspecter';
import type { SuspectsRequest, SuspectsResponse } from './suspectsProtocol';

/** The worker of the search: weighs causes and tests off the page's thread. */

const suspect = createSuspecter();

self.addEventListener('message', ({ data: { request, events, options } }: MessageEvent<SuspectsRequest>) => {
  const response: SuspectsResponse = { request, told: suspect(events, options) };
  postMessage(response);
});
