import { readingsCsv } from '@amber-needle/core/formats/job';
import { download } from '@/server/http/download';
import { route } from '@/server/http/route';
import { requireJob } from '@/server/jobs/jobService';

export const GET = route(async (_, { id }: { id: string }) =>
  download(readingsCsv(await requireJob(id)), 'text/csv; charset=utf-8', `readings-${id.slice(-12)}.csv`),
);
