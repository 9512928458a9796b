import sharp from 'sharp';
import { keepAttachment } from '../db/attachments';
import { database } from '../db/connection';
import { findJob } from '../db/jobRepository';
import { readBytes } from '../http/body';
import { Refused } from '../http/refused';
import { noSuchJob } from './jobService';

/** Largest file that is taken in, and the longest edge and most pixels of what is kept. Ours: a page of a report, sharp on paper. */
const LARGEST_FILE = 25 * 1024 * 1024;
const LONGEST_EDGE = 2400;
const MOST_PIXELS = 60_000_000;
const QUALITY = 82;
const TAKEN = new Set(['jpeg', 'png', 'webp']);

/**
 * Takes in a photo for a job: what it is is told by its content, not by its name. It is turned upright and written anew, so that position,
 * camera and whatever else was hidden in it stay out. Answers with its hash.
 */
export async function takePhoto(request: Request, jobId: string): Promise<Response> {
  const job = await findJob(database(), jobId);
  if (job === undefined || job.deletedAt !== undefined) throw noSuchJob();
  const content = await writtenAnew(await readBytes(request, LARGEST_FILE));
  const name = `photo-${new Date().toISOString().slice(0, 10)}.jpg`;
  const kept = await keepAttachment(
    database(),
    { jobId, name, type: 'image/jpeg', at: new Date().toISOString() },
    content,
  );
  if (kept.outcome === 'tooLarge') throw new Refused(413, 'The photo is too large. Nothing was kept.');
  return Response.json(kept.attachment);
}

async function writtenAnew(file: Uint8Array): Promise<Uint8Array> {
  const image = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
  const { format } = await image.metadata().catch(() => ({ format: undefined }));
  if (format === 'heif' || isHeic(file))
    throw new Refused(
      415,
      'This is an HEIC photo, which is not taken. Set the phone’s camera to “most compatible”, or send it as JPEG.',
    );
  if (format === undefined || !TAKEN.has(format))
    throw new Refused(415, 'This is no photo that is taken: JPEG, PNG or WebP, up to 25 MB and 60 megapixels.');
  const size = { width: LONGEST_EDGE, height: LONGEST_EDGE, fit: 'inside', withoutEnlargement: true } as const;
  return image
    .rotate()
    .resize(size)
    .jpeg({ quality: QUALITY })
    .toBuffer()
    .catch(() => {
      throw new Refused(422, 'The photo is damaged and cannot be read to its end. Nothing was kept.');
    });
}

/** ISO base media: `ftyp` and a brand of the HEIC family. */
function isHeic(file: Uint8Array): boolean {
  const head = Buffer.from(file.subarray(4, 12)).toString('latin1');
  return /^ftyp(heic|heix|hevc|mif1|msf1|heim|heis)/.test(head);
}
