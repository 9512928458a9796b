import { route } from '@/server/http/route';
import { takeMachine } from '@/server/jobs/workshopService';

export const POST = route(takeMachine);
