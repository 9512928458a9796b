import {
  ExpirationPlugin,
  NetworkFirst,
  type PrecacheEntry,
  Serwist,
  type SerwistGlobalConfig,
  type SerwistPlugin,
} from 'serwist';

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}

declare const self: ServiceWorkerGlobalScope;

/** A server that has not answered a page by then is away, s. */
const PATIENCE_S = 5;

/**
 * A worker takes its address from the answer, and what is kept has lost the part after `#`, where Next tells the worker what to load. An
 * answer without an address leaves it the one that was asked for.
 */
const withoutAddress: SerwistPlugin = {
  handlerWillRespond: async ({ request, response: { body, status, statusText, headers }, response }) =>
    request.destination === 'worker' ? new Response(body, { status, statusText, headers }) : response,
};

/**
 * The shell of the app and the pages that were open last, for when the server is away: what is recorded then waits in the outbox. Data
 * (`/api`) never comes from here.
 */
const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST ?? [],
  precacheOptions: { plugins: [withoutAddress] },
  skipWaiting: true,
  clientsClaim: true,
  disableDevLogs: true,
  runtimeCaching: [
    {
      matcher: ({ request, sameOrigin, url }) =>
        sameOrigin &&
        !url.pathname.startsWith('/api/') &&
        (request.mode === 'navigate' || request.destination === 'document' || isPageToKeep(request, url)),
      handler: new NetworkFirst({
        cacheName: 'pages',
        networkTimeoutSeconds: PATIENCE_S,
        plugins: [new ExpirationPlugin({ maxEntries: 60, maxAgeSeconds: 30 * 24 * 3600 })],
      }),
    },
  ],
  fallbacks: {
    entries: [
      { url: '/offline', matcher: ({ request }) => request.mode === 'navigate' || request.destination === 'document' },
    ],
  },
});

/** Pages that were reached within the app are fetched once more by their address, to be there after a reload. */
function isPageToKeep(request: Request, { pathname }: URL): boolean {
  return request.headers.get('rsc') === null && request.destination === '' && /^\/(jobs\/|machines\/|$)/.test(pathname);
}

serwist.addEventListeners();
