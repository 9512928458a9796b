import { database } from '@/server/db/connection';
import { readEvents } from '@/server/db/jobRepository';
import { route } from '@/server/http/route';
import { takeEvent } from '@/server/jobs/jobService';

export const GET = route(async (request, { id }: { id: string }) => {
  const after = Number(new URL(request.url).searchParams.get('after') ?? 0);
  return Response.json({ events: await readEvents(database(), id, Number.isFinite(after) ? after : 0) });
});

export const POST = route((request, { id }: { id: string }) => takeEvent(request, id));
