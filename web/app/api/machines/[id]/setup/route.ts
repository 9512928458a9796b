import { route } from '@/server/http/route';
import { takeSetup } from '@/server/jobs/machineService';

export const POST = route((request, { id }: { id: string }) => takeSetup(request, id));
