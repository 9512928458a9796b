import { route } from '@/server/http/route';
import { takeSetup } from '@/server/jobs/workshopService';

export const POST = route((request, { id }: { id: string }) => takeSetup(request, id));
