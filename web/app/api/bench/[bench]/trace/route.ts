import { benchHub } from '@/server/bench/benchHub';
import { takeGaugePost } from '@/server/bench/gaugeRoute';
import { route } from '@/server/http/route';

export const POST = route((request, { bench }: { bench: string }) => takeGaugePost(request, bench, benchHub()));
