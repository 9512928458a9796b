import { Refused } from './refused';

/** Largest body of an ordinary request, and of an imported document. */
export const SMALL_BODY = 256 * 1024;
export const DOCUMENT_BODY = 8 * 1024 * 1024;

/** A request's body as text, refused as soon as it passes the limit: a large one is never held whole. */
export async function readText(request: Request, limit: number): Promise<string> {
  const tooLarge = () => new Refused(413, `The request is larger than ${describe(limit)}. Nothing was taken in.`);
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
  const reader = request.body?.getReader();
  if (reader === undefined) return '';
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let size = 0;
  let text = '';
  try {
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      size += part.value.byteLength;
      if (size > limit) throw tooLarge();
      text += decoder.decode(part.value, { stream: true });
    }
    return text + decoder.decode();
  } catch (error) {
    if (error instanceof Refused) throw error;
    throw new Refused(400, 'The request is not text in UTF-8.');
  }
}

/** A request's body as JSON. */
export async function readJson(request: Request, limit = SMALL_BODY): Promise<unknown> {
  const text = await readText(request, limit);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Refused(400, `The request is not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
}

function describe(bytes: number): string {
  return bytes >= 1024 * 1024 ? `${bytes / 1024 / 1024} MB` : `${bytes / 1024} kB`;
}
