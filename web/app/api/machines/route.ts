import { route } from '@/server/http/route';
import { takeMachine } from '@/server/jobs/machineService';

export const POST = route(takeMachine);
