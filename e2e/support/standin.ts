import { STANDIN_URL } from './environment';

export interface Truth {
  readonly depressions: readonly number[];
  readonly speed: number;
  readonly cycles: number;
}

/** The engine's own figures, Pa and rpm. */
export async function engineTruth(standin = STANDIN_URL): Promise<Truth> {
  const response = await fetch(`${standin}/truth`);
  return response.json();
}

/** A command straight to the stand-in: for tests that are not about the practice panel. */
export async function command(body: object): Promise<void> {
  await fetch(`${STANDIN_URL}/engine`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
}

/** Posts one batch of a live trace as a gauge would. */
export async function postTrace(
  app: string,
  bench: string,
  text: string,
  headers: Record<string, string> = {},
): Promise<Response> {
  return fetch(`${app}/api/bench/${bench}/trace`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv', ...headers },
    body: text,
  });
}

/** Largest less smallest true depression, kPa. */
export function trueSpreadKPa({ depressions }: Truth): number {
  return (Math.max(...depressions) - Math.min(...depressions)) / 1000;
}
