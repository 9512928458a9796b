import { type BenchMessage, gaugeStatus, WATCHER_LIMIT, watchBench } from './hub';

const STATUS_EVERY_MS = 1000;

/** A bench's live messages as server-sent events, from now on, until the browser goes away. */
export function liveStream(bench: string, signal: AbortSignal): Response {
  let stop = () => {};
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        const encoder = new TextEncoder();
        let last = '';
        const send = (message: BenchMessage) => {
          if ((controller.desiredSize ?? 0) <= -WATCHER_LIMIT) return stop();
          controller.enqueue(encoder.encode(eventText(message)));
        };
        const sendStatus = () => {
          const gauge = gaugeStatus(bench, Date.now());
          // Told again only when it changes; a comment in between keeps the line open.
          const text = JSON.stringify(gauge);
          if (text !== last) send({ kind: 'gauge', gauge });
          else controller.enqueue(encoder.encode(': still here\n\n'));
          last = text;
        };
        const unwatch = watchBench(bench, send);
        const timer = setInterval(sendStatus, STATUS_EVERY_MS);
        stop = () => {
          unwatch();
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
    { highWaterMark: 0 },
  );
  const headers = { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' };
  return new Response(body, { headers });
}

/** One message in the event stream format (WHATWG HTML, 9.2.5): every line of the data has its own prefix. */
function eventText(message: BenchMessage): string {
  const data = message.kind === 'trace' ? message.text.trimEnd() : JSON.stringify(message);
  const lines = data.split(/\r\n|\n|\r/).map((line) => `data: ${line}`);
  return `event: ${message.kind}\n${lines.join('\n')}\n\n`;
}
