import { Refused } from '../http/refused';

/** A bench's name as it may stand in an address. @throws Refused 404 for any other: it is made up, and would be kept. */
export function benchName(text: string): string {
  if (!/^[a-z0-9][a-z0-9-]{0,31}$/.test(text)) throw new Refused(404, 'There is no such bench.');
  return text;
}

/** The stream that a request asks for; undefined when it leaves the choice. @throws Refused 404 for what names none. */
export function streamOf(request: Request): string | undefined {
  const text = new URL(request.url).searchParams.get('stream') ?? undefined;
  if (text !== undefined && !/^[A-Za-z0-9_-]{1,64}$/.test(text)) throw new Refused(404, 'There is no such gauge.');
  return text;
}
