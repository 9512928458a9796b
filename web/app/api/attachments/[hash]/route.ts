import { route } from '@/server/http/route';
import { giveAttachment } from '@/server/jobs/attachmentService';

export const GET = route((_, { hash }: { hash: string }) => giveAttachment(hash));
