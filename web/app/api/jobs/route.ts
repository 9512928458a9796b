import { route } from '@/server/http/route';
import { takeJob } from '@/server/jobs/workshopService';

export const POST = route(takeJob);
