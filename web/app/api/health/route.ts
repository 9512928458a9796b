import { database } from '@/server/db/connection';
import { route } from '@/server/http/route';

/** Up when the database answers. */
export const GET = route(async () => {
  await database().raw('SELECT 1');
  return Response.json({ status: 'up' });
});
