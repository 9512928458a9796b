import { route } from '@/server/http/route';
import { takeEdit } from '@/server/jobs/machineService';

export const POST = route((request, { id }: { id: string }) => takeEdit(request, id));
