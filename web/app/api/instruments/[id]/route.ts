import { route } from '@/server/http/route';
import { commandInstrument } from '@/server/instruments/instrumentService';

export const POST = route((request, { id }: { id: string }) => commandInstrument(request, id));
