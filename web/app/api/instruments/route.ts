import { route } from '@/server/http/route';
import { giveInstruments, takeInstrument } from '@/server/instruments/instrumentService';

export const dynamic = 'force-dynamic';

export const GET = route(giveInstruments);
export const POST = route(takeInstrument);
