/** Posts batches to the app, one in flight; says once when the app is away and once when it is back. */
export interface Sender {
  /** Whether the last batch has arrived. Until then samples gather for the next one. */
  free(): boolean;
  /** Sends a batch. When the app is away it is lost, as with any live gauge. */
  send(trace: string): Promise<void>;
}

export function createSender(url: string, say: (line: string) => void): Sender {
  let busy = false;
  let last = '';
  const tell = (line: string) => {
    if (line !== last) say(line);
    last = line;
  };
  return {
    free: () => !busy,
    async send(trace) {
      busy = true;
      try {
        const response = await fetch(url, {
          method: 'POST',
          headers: { 'content-type': 'text/csv' },
          body: trace,
          signal: AbortSignal.timeout(2000),
        });
        const answer = await response.text();
        tell(response.ok ? `sending to ${url}` : `the app refuses: ${answer.slice(0, 300)}`);
      } catch {
        tell(`the app at ${url} does not answer; trying on`);
      } finally {
        busy = false;
      }
    },
  };
}
