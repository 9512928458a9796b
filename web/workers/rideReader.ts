import {
  createRideReader,
  describeRide,
  judgeRun,
  lackOfRide,
  mapOf,
  pyramidOf,
  type Ride,
  type RideDescription,
  type RideProposal,
  type RunJudgement,
  regimeFinder,
} from '@amber-needle/core/road';
import type { DrawnRun, RoadRequest, RoadResponse } from './roadProtocol';

/** Enough of a file's beginning, middle and end to tell what its columns are. */
const LOOKED_AT = 96 * 1024;
/** Progress is told so often, in bytes. */
const TOLD_EVERY = 512 * 1024;

type Tell = (response: RoadResponse) => void;

/** Holds the rides of a page and answers for them. */
export function createRideKeeper(): (asked: RoadRequest, tell: Tell) => Promise<void> {
  const rides = new Map<string, Ride>();
  let last: Ride | undefined;
  return async (asked, tell) => {
    const { request } = asked;
    try {
      switch (asked.kind) {
        case 'look':
          return tell({ request, kind: 'proposed', proposal: await proposalOf(asked.file) });
        case 'read': {
          const told = await readFile(asked, tell);
          last = told.ride;
          return tell({ request, kind: 'read', ...told.read });
        }
        case 'keep':
          if (last !== undefined) rides.set(asked.hash, last);
          return tell({ request, kind: 'kept' });
        case 'open': {
          const ride = rides.get(asked.hash) ?? (await fetched(asked.hash, asked.description));
          rides.set(asked.hash, ride);
          return tell({ request, kind: 'judged', run: drawn(judgeRun(ride, asked.words)) });
        }
        case 'judge': {
          const ride = rides.get(asked.hash);
          if (ride === undefined) throw new Error('this ride is not open');
          return tell({ request, kind: 'judged', run: drawn(judgeRun(ride, asked.words)) });
        }
      }
    } catch (error) {
      tell({ request, kind: 'failed', reason: error instanceof Error ? error.message : String(error) });
    }
  };
}

async function proposalOf(file: File): Promise<RideProposal | undefined> {
  const encoding = await encodingOf(file);
  const text = async (from: number) =>
    new TextDecoder(encoding).decode(await file.slice(from, from + LOOKED_AT).arrayBuffer());
  const head = await text(0);
  if (file.size <= 2 * LOOKED_AT) return describeRide(head + (await text(LOOKED_AT)));
  // Figures from further on show how far a throttle opens; lines that were cut are passed over.
  const further = await Promise.all([0.5, 1].map((share) => text(Math.floor((file.size - LOOKED_AT) * share))));
  const whole = (part: string) => part.split('\n').slice(1, -1).join('\n');
  return describeRide([head.slice(0, head.lastIndexOf('\n')), ...further.map(whole)].join('\n'));
}

/** Loggers write UTF-8 nearly always, some UTF-16 with its mark, some old ones one byte a letter. */
async function encodingOf(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.slice(0, 4096).arrayBuffer());
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: true });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

async function readFile({ request, file, description }: Extract<RoadRequest, { kind: 'read' }>, tell: Tell) {
  const lack = lackOfRide(description);
  if (lack !== undefined) throw new Error(lack);
  // The browser packs beside this: nobody waits for it afterwards.
  const packing = new Response(file.stream().pipeThrough(new CompressionStream('gzip'))).blob();
  const proposal = await proposalOf(file);
  const names = proposal?.names ?? [];
  const ride = await readStream(file.stream(), { description, names, encoding: await encodingOf(file) }, (bytes) =>
    tell({ request, kind: 'progress', share: Math.min(1, bytes / Math.max(1, file.size)) }),
  );
  if (ride.ride.times.length < FEWEST_ROWS)
    throw new Error(`${file.name}: only ${ride.ride.times.length} of its rows can be read so.`);
  const run = drawn(judgeRun(ride.ride));
  const packed = await packing;
  return { ride: ride.ride, read: { run, problems: ride.problems, rows: ride.ride.times.length, packed } };
}

/** A ride of fewer rows is none. */
const FEWEST_ROWS = 10;

interface HowRead {
  readonly description: RideDescription;
  readonly names: readonly string[];
  readonly encoding: string;
}

async function readStream(
  stream: ReadableStream<Uint8Array<ArrayBuffer>>,
  { description, names, encoding }: HowRead,
  progress: (bytes: number) => void,
) {
  const reader = createRideReader(description, names);
  const decoder = new TextDecoder(encoding);
  const bytes = stream.getReader();
  let [done, told] = [0, 0];
  for (let part = await bytes.read(); !part.done; part = await bytes.read()) {
    reader.push(decoder.decode(part.value, { stream: true }));
    done += part.value.byteLength;
    if (done - told < TOLD_EVERY) continue;
    told = done;
    progress(done);
  }
  reader.push(decoder.decode());
  return reader.end();
}

/** A ride that is kept on the server, unpacked and read. */
async function fetched(hash: string, description: RideDescription): Promise<Ride> {
  const response = await fetch(`/api/attachments/${hash}`);
  if (!response.ok || response.body === null)
    throw new Error(`The log could not be fetched from the server (${response.status}).`);
  const plain = new Response(response.body.pipeThrough(new DecompressionStream('gzip')));
  const blob = await plain.blob();
  const { ride } = await readStream(
    blob.stream(),
    { description, names: [], encoding: await encodingOf(blob) },
    () => undefined,
  );
  return ride;
}

/** A judged run as a page draws it. */
function drawn({ ride, knownBy, idleRpm, stretches, marker, sensors }: RunJudgement): DrawnRun {
  const regimeAt = regimeFinder(stretches);
  return {
    seconds: ride.times.at(-1) ?? 0,
    step: ride.step,
    startedAt: ride.startedAt,
    knownBy,
    idleRpm,
    stretches,
    marker,
    sensors: sensors.map(({ lambda, doubts, ...rest }) => ({
      ...rest,
      believed: pyramidOf(lambda, (i) => doubts[i] === 0),
      doubted: pyramidOf(lambda, (i) => doubts[i] !== 0),
      map: mapOf({ ride, lambda, doubts, response: rest.response }, regimeAt),
    })),
  };
}
