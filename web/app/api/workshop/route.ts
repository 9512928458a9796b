import { route } from '@/server/http/route';
import { exportWorkshop } from '@/server/workshop/exportWorkshop';
import { importWorkshop } from '@/server/workshop/importWorkshop';

export const GET = route(async () => exportWorkshop());

export const POST = route(async (request) => Response.json(await importWorkshop(request)));
