import { route } from '@/server/http/route';
import { giveAttachments, takeAttachment } from '@/server/jobs/attachmentService';

export const GET = route((_, { id }: { id: string }) => giveAttachments(id));

export const POST = route((request, { id }: { id: string }) => takeAttachment(request, id));
