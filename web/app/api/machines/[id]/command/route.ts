import { route } from '@/server/http/route';
import { commandMachine } from '@/server/jobs/machineService';

export const POST = route((request, { id }: { id: string }) => commandMachine(request, id));
