import { readingsCsv } from '@amber-needle/core/formats/job';
import { foldJob } from '@amber-needle/core/job';
import { route } from '@/server/http/route';
import { download, requireEvents } from '@/server/jobs/jobService';

export const GET = route(async (_, { id }: { id: string }) => {
  const job = foldJob(await requireEvents(id));
  return download(job === undefined ? '' : readingsCsv(job), 'text/csv', `readings-${id.slice(0, 8)}.csv`);
});
