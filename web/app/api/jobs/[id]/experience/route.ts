import { database } from '@/server/db/connection';
import { route } from '@/server/http/route';
import { experienceFor } from '@/server/jobs/experience';

export const GET = route(async (_, { id }: { id: string }) => Response.json(await experienceFor(database(), id)));
