/** A server that has not answered by then is away. Files may take longer. */
const PATIENCE_MS = 15_000;
const FILE_PATIENCE_MS = 600_000;

/** What a request to our own server came to. */
export type Sent<T> =
  | { readonly outcome: 'done'; readonly value: T }
  | {
      readonly outcome: 'refused';
      readonly status: number;
      readonly message: string;
      readonly details: readonly unknown[];
    }
  | { readonly outcome: 'unreachable' };

/** Posts to our own server. Never throws: a server that is away is an outcome. */
export async function send<T>(path: string, body: Blob | object, type = 'application/json'): Promise<Sent<T>> {
  const isFile = body instanceof Blob;
  try {
    const response = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': type },
      body: isFile ? body : JSON.stringify(body),
      signal: AbortSignal.timeout(isFile ? FILE_PATIENCE_MS : PATIENCE_MS),
    });
    const answer = await response.json();
    if (response.ok) return { outcome: 'done', value: answer };
    const { message = 'The server refused this.', details = [] } = answer.error ?? {};
    return { outcome: 'refused', status: response.status, message, details };
  } catch {
    return { outcome: 'unreachable' };
  }
}

/** What to tell a person about a request that did not go through. */
export function failureText(sent: Exclude<Sent<unknown>, { outcome: 'done' }>): string {
  return sent.outcome === 'refused'
    ? sent.message
    : 'The server does not answer. Nothing was changed; try again in a moment.';
}
