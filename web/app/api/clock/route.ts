import { route } from '@/server/http/route';

/** The server's time: timed tests of the sheet run on it, so that two browsers show the same second. */
export const GET = route(async () => Response.json({ at: new Date().toISOString() }));
