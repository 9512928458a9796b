import { route } from '@/server/http/route';
import { importJob } from '@/server/jobs/importJob';

export const POST = route(async (request) => Response.json(await importJob(request)));
