import { route } from '@/server/http/route';
import { takePhoto } from '@/server/jobs/photoService';

export const POST = route((request, { id }: { id: string }) => takePhoto(request, id));
