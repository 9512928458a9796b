import { route } from '@/server/http/route';
import { takeJob } from '@/server/jobs/jobService';

export const POST = route(takeJob);
