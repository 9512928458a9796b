import { type Entry, openPromise, type ZipFile } from 'yauzl';
import { Refused } from '../http/refused';

/** Files within a zip, read by name. */
export interface ZipSource {
  /** @throws Refused 422 when there is no such file, or it is larger than `limit` bytes. */
  read(name: string, limit: number): Promise<Buffer>;
  close(): void;
}

/** More files than any workshop has. */
const MOST_FILES = 1_000_000;

/** Opens a zip and lists what is in it. @throws Refused 422 when it is none, or damaged. */
export async function openZip(path: string): Promise<ZipSource> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false }).catch(() => {
    throw new Refused(422, 'This is not a zip file, or it is damaged. Nothing was taken in.');
  });
  const entries = await entriesOf(zip);
  return {
    async read(name, limit) {
      const entry = entries.get(name);
      if (entry === undefined) throw new Refused(422, `The file holds no ${name}. Nothing was taken in.`);
      if (entry.uncompressedSize > limit) throw new Refused(422, `${name} is too large. Nothing was taken in.`);
      return contentOf(zip, entry, limit);
    },
    close: () => zip.close(),
  };
}

function entriesOf(zip: ZipFile): Promise<ReadonlyMap<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    zip.on('entry', (entry: Entry) => {
      entries.set(entry.fileName, entry);
      if (entries.size > MOST_FILES) reject(new Refused(422, 'The zip holds too many files. Nothing was taken in.'));
      else zip.readEntry();
    });
    zip.once('end', () => resolve(entries));
    zip.once('error', () => reject(new Refused(422, 'The zip is damaged. Nothing was taken in.')));
    zip.readEntry();
  });
}

async function contentOf(zip: ZipFile, entry: Entry, limit: number): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let size = 0;
  try {
    for await (const piece of await zip.openReadStreamPromise(entry)) {
      size += piece.byteLength;
      if (size > limit) throw new Refused(422, `${entry.fileName} is too large. Nothing was taken in.`);
      pieces.push(piece);
    }
  } catch (error) {
    if (error instanceof Refused) throw error;
    throw new Refused(422, `${entry.fileName} is damaged. Nothing was taken in.`);
  }
  return Buffer.concat(pieces);
}
