import { Readable } from 'node:stream';
import { attachmentsOf, contentOf, findAttachment, keepAttachment, LARGEST_ATTACHMENT } from '../db/attachments';
import { database } from '../db/connection';
import { findJob } from '../db/jobRepository';
import { readBytes } from '../http/body';
import { Refused } from '../http/refused';
import { noSuchJob } from './jobService';

/** Photos, and logs of rides. Nothing that a browser would run. */
const TYPES = new Set(['image/jpeg', 'image/png', 'image/webp', 'text/csv', 'text/plain', 'application/gzip']);

/** Keeps a file with a job: the body is its content, `?name=` what it is called. */
export async function takeAttachment(request: Request, jobId: string): Promise<Response> {
  const [type = ''] = (request.headers.get('content-type') ?? '').split(';');
  if (!TYPES.has(type))
    throw new Refused(415, `A file of type "${type.slice(0, 60)}" is not kept: ${[...TYPES].join(', ')}.`);
  const name = (new URL(request.url).searchParams.get('name') ?? '').trim();
  if (name === '' || name.length > 200 || !name.isWellFormed())
    throw new Refused(422, 'Give the file a name of 1 to 200 characters.');
  const job = await findJob(database(), jobId);
  if (job === undefined || job.deletedAt !== undefined) throw noSuchJob();
  const content = await readBytes(request, LARGEST_ATTACHMENT);
  const kept = await keepAttachment(database(), { jobId, name, type, at: new Date().toISOString() }, content);
  if (kept.outcome === 'tooLarge') throw new Refused(413, 'The file is too large. Nothing was kept.');
  return Response.json(kept.attachment);
}

/** What is kept with a job. */
export async function giveAttachments(jobId: string): Promise<Response> {
  if ((await findJob(database(), jobId)) === undefined) throw noSuchJob();
  return Response.json({ attachments: await attachmentsOf(database(), jobId) });
}

/** The content that a hash names. */
export async function giveAttachment(hash: string): Promise<Response> {
  const attachment = /^[0-9a-f]{64}$/.test(hash) ? await findAttachment(database(), hash) : undefined;
  if (attachment === undefined) throw new Refused(404, 'There is no such file.');
  const body = Readable.toWeb(Readable.from(contentOf(database(), hash))) as ReadableStream<Uint8Array>;
  return new Response(body, {
    headers: {
      'content-type': attachment.type,
      'content-length': String(attachment.bytes),
      'content-disposition': 'attachment',
      'cache-control': 'private, max-age=31536000, immutable',
    },
  });
}
