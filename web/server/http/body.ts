import { Refused } from './refused';

/** Largest body of an ordinary request, and of an imported job. */
export const SMALL_BODY = 256 * 1024;
export const DOCUMENT_BODY = 32 * 1024 * 1024;
/** A body must have arrived whole after this time, and the next piece of it after that; ours, for loopback. */
const WHOLE_MS = 120_000;
const PIECE_MS = 10_000;

const JSON_TYPES = ['application/json'];
const TEXT_TYPES = ['text/csv', 'text/plain'];

/**
 * A request's body as bytes, refused as soon as it passes the limit (a large one is never held whole) or stops arriving.
 * @throws Refused 413 or 408.
 */
export async function readBytes(request: Request, limit: number): Promise<Uint8Array> {
  const tooLarge = () => new Refused(413, `The request is larger than ${sizeText(limit)}. Nothing was taken in.`);
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
  const reader = request.body?.getReader();
  if (reader === undefined) return new Uint8Array();
  const until = Date.now() + WHOLE_MS;
  const pieces: Uint8Array[] = [];
  let size = 0;
  try {
    for (let part = await nextPiece(reader, until); !part.done; part = await nextPiece(reader, until)) {
      size += part.value.byteLength;
      if (size > limit) throw tooLarge();
      pieces.push(part.value);
    }
  } catch (error) {
    // Not waited for: a sender that hangs would not hear of it.
    reader.cancel().catch(() => {});
    throw error instanceof Refused ? error : new Refused(400, 'The request broke off. Nothing was taken in.');
  }
  return Buffer.concat(pieces);
}

type Reader = ReadableStreamDefaultReader<Uint8Array<ArrayBuffer>>;

async function nextPiece(reader: Reader, until: number) {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    const patience = Math.max(0, Math.min(PIECE_MS, until - Date.now()));
    timer = setTimeout(
      () => reject(new Refused(408, 'The request did not arrive whole. Nothing was taken in.')),
      patience,
    );
  });
  try {
    return await Promise.race([reader.read(), late]);
  } finally {
    clearTimeout(timer);
  }
}

/** A request's body as text. @throws Refused 415 when it is said to be something else. */
export async function readText(
  request: Request,
  limit: number,
  types: readonly string[] = TEXT_TYPES,
): Promise<string> {
  requireType(request, types);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(await readBytes(request, limit));
  } catch (error) {
    if (error instanceof Refused) throw error;
    throw new Refused(400, 'The request is not text in UTF-8.');
  }
}

/** A request's body as JSON. */
export async function readJson(request: Request, limit = SMALL_BODY): Promise<unknown> {
  const text = await readText(request, limit, JSON_TYPES);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Refused(
      400,
      `The request is not JSON: ${error instanceof Error ? error.message.slice(0, 200) : 'unreadable'}`,
    );
  }
}

/** @throws Refused 415 naming what would be taken. */
export function requireType(request: Request, types: readonly string[]): void {
  const [type] = (request.headers.get('content-type') ?? '').split(';');
  if (!types.includes((type ?? '').trim().toLowerCase()))
    throw new Refused(415, `The request must say that it is ${types.join(' or ')}. Nothing was taken in.`);
}

function sizeText(bytes: number): string {
  return bytes >= 1024 * 1024 ? `${bytes / 1024 / 1024} MB` : `${bytes / 1024} kB`;
}
