import { route } from '@/server/http/route';
import { exportMixture } from '@/server/jobs/jobService';

export const GET = route((_, { id }: { id: string }) => exportMixture(id));
