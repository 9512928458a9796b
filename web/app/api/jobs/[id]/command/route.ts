import { route } from '@/server/http/route';
import { commandJob } from '@/server/jobs/jobService';

export const POST = route((request, { id }: { id: string }) => commandJob(request, id));
