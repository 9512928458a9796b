import { benchHub } from '@/server/bench/benchHub';
import { passToPractice } from '@/server/bench/practiceRoute';
import { route } from '@/server/http/route';

const pass = route((request, { bench }: { bench: string }) => passToPractice(request, bench, benchHub()));

export const GET = pass;
export const POST = pass;
