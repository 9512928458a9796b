import { benchHub } from '@/server/bench/benchHub';
import { streamOf } from '@/server/bench/benchName';
import { liveStream } from '@/server/bench/liveRoute';
import { route } from '@/server/http/route';

export const dynamic = 'force-dynamic';

export const GET = route(async (request, { bench }: { bench: string }) =>
  liveStream(benchHub(), { bench, stream: streamOf(request), signal: request.signal }),
);
