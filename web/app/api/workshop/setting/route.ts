import { route } from '@/server/http/route';
import { takeSetting } from '@/server/workshop/settingService';

export const POST = route(takeSetting);
