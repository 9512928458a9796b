import { route } from '@/server/http/route';
import { exportJob } from '@/server/jobs/jobService';

export const GET = route((_, { id }: { id: string }) => exportJob(id));
