import { route } from '@/server/http/route';
import { giveCalendar } from '@/server/jobs/calendar';

export const GET = route((_, { id }: { id: string }) => giveCalendar(id));
