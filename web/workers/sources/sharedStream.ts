/** What a bench's stream tells, as one tab hears it and passes it on to the others. */
export type StreamMessage =
  | { readonly kind: 'open' }
  | { readonly kind: 'lost' }
  | { readonly kind: 'event'; readonly name: string; readonly data: string }
  /** A tab has come and wants to know how things stand. */
  | { readonly kind: 'hello' };

const AGAIN_MS = 3000;
/** Events that a newcomer must hear to know how things stand. */
const STANDING = 'gauge';

/**
 * Listens to a bench's server-sent events, one connection for all tabs of a browser: a browser opens six to one server, and from the
 * eighth bench on pages would hang. The tab that holds the lock listens and passes on; when it goes, the next takes over.
 */
export function sharedStream(
  url: string,
  names: readonly string[],
  hear: (message: StreamMessage) => void,
): () => void {
  const channel = new BroadcastChannel(`amber-needle/stream${url}`);
  const leave = new AbortController();
  let closeSource = () => {};
  channel.onmessage = ({ data }: MessageEvent<StreamMessage>) => hear(data);
  channel.postMessage({ kind: 'hello' } satisfies StreamMessage);

  function holdStream(): Promise<void> {
    return new Promise((resolve) => {
      if (leave.signal.aborted) return resolve();
      let source: EventSource;
      let again: ReturnType<typeof setTimeout> | undefined;
      let standing: StreamMessage[] = [];
      const pass = (message: StreamMessage) => {
        hear(message);
        channel.postMessage(message);
      };
      const connect = () => {
        source = new EventSource(url);
        source.onopen = () => {
          standing = [{ kind: 'open' }];
          pass({ kind: 'open' });
        };
        source.onerror = () => {
          standing = [{ kind: 'lost' }];
          pass({ kind: 'lost' });
          // A browser comes back by itself from a line that broke, not from an answer that was no stream.
          if (source.readyState === EventSource.CLOSED) again = setTimeout(connect, AGAIN_MS);
        };
        for (const name of names)
          source.addEventListener(name, ({ data }: MessageEvent<string>) => {
            const message: StreamMessage = { kind: 'event', name, data };
            if (name === STANDING) standing = [...standing.filter(({ kind }) => kind !== 'event'), message];
            pass(message);
          });
      };
      connect();
      channel.onmessage = ({ data }: MessageEvent<StreamMessage>) => {
        if (data.kind === 'hello') for (const message of standing) channel.postMessage(message);
      };
      closeSource = () => {
        clearTimeout(again);
        source.close();
        resolve();
      };
    });
  }

  navigator.locks.request(`amber-needle/stream${url}`, { signal: leave.signal }, holdStream).catch(() => {
    // Left before its turn came.
  });
  return () => {
    leave.abort();
    closeSource();
    channel.close();
  };
}
