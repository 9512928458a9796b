import { Refused } from '../http/refused';
import { benchName } from './benchName';
import type { BenchMessage, Hub } from './hub';

const STATUS_EVERY_MS = 1000;
/** A watcher that lets this much pile up has stopped listening: it is cut off before it costs more. It may come back. Ours. */
export const MOST_UNREAD_BYTES = 2 * 1024 * 1024;

interface Listening {
  readonly bench: string;
  readonly stream: string | undefined;
  readonly signal: AbortSignal;
}

/**
 * A bench's live messages as server-sent events, from now on, until the browser goes away: of the stream that was chosen, or of the gauge
 * that sends longest.
 * @throws Refused 429 when the bench has all the watchers it may have.
 */
export function liveStream(hub: Hub, { bench: name, stream, signal }: Listening): Response {
  const bench = benchName(name);
  let unwatch: (() => void) | undefined;
  let stop = () => {};
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        const encoder = new TextEncoder();
        let last = '';
        const put = (text: string) => {
          const bytes = encoder.encode(text);
          if ((controller.desiredSize ?? 0) < bytes.byteLength) stop();
          else controller.enqueue(bytes);
        };
        const send = (message: BenchMessage) => put(eventText(message));
        const sendStatus = () => {
          const gauge = hub.gaugeStatus(bench, stream, Date.now());
          // Told again only when it changes; a comment in between keeps the line open.
          const text = JSON.stringify(gauge);
          if (text !== last) send({ kind: 'gauge', gauge });
          else put(': still here\n\n');
          last = text;
        };
        unwatch = hub.watch(bench, { stream, tell: send }, Date.now());
        if (unwatch === undefined) return;
        const timer = setInterval(sendStatus, STATUS_EVERY_MS);
        stop = () => {
          unwatch?.();
          clearInterval(timer);
          signal.removeEventListener('abort', stop);
          try {
            controller.close();
          } catch {
            // Already closed by the browser's leaving.
          }
        };
        signal.addEventListener('abort', stop);
        sendStatus();
      },
      cancel: () => stop(),
    },
    new ByteLengthQueuingStrategy({ highWaterMark: MOST_UNREAD_BYTES }),
  );
  if (unwatch === undefined)
    throw new Refused(429, 'This bench is watched by as many pages as it may be. Close one of them.');
  const headers = { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' };
  return new Response(body, { headers });
}

/** One message in the event stream format (WHATWG HTML, 9.2.5): every line of the data has its own prefix. */
function eventText(message: BenchMessage): string {
  const data = message.kind === 'trace' ? message.text.trimEnd() : JSON.stringify(message);
  // Blank lines say nothing, and a megabyte of them would grow to six on the way.
  const lines = data.split(/[\r\n]+/).map((line) => `data: ${line}`);
  return `event: ${message.kind}\n${lines.join('\n')}\n\n`;
}
