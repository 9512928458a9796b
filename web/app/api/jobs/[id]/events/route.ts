import { route } from '@/server/http/route';
import { giveEvents, takeEvent } from '@/server/jobs/jobService';

export const GET = route((request, { id }: { id: string }) => giveEvents(request, id));

export const POST = route((request, { id }: { id: string }) => takeEvent(request, id));
