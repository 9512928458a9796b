import { Refused } from './refused';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);
const READING = new Set(['GET', 'HEAD']);

/** Whether a Host header names this machine by a loopback name. A page elsewhere cannot point a name of its own at us. */
export function isOurHost(host: string): boolean {
  return LOOPBACK.has(host.replace(/:\d+$/, ''));
}

export const FOREIGN_HOST = 'This app answers on 127.0.0.1 only.';

/**
 * Lets in requests that were addressed to this machine by a loopback name, and of those that change something only our own pages' and
 * those of programs without a page. OWASP ASVS 5.0: V3.5 (cross-origin requests).
 * @throws Refused
 */
export function admit(request: Request): void {
  const host = request.headers.get('host') ?? '';
  if (!isOurHost(host)) throw new Refused(403, FOREIGN_HOST);
  if (READING.has(request.method)) return;
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const fromOurs = origin === null || origin === `http://${host}`;
  const sameSite = site === null || site === 'same-origin' || site === 'none';
  if (!fromOurs || !sameSite) throw new Refused(403, 'Changes are taken from this app’s own pages only.');
}
