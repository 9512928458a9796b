import { parseArgs } from 'node:util';
import { type Fault, FaultSchema } from '@amber-needle/core/engine';
import { ARCHETYPE_NAMES, type ArchetypeName, isArchetype } from '@amber-needle/core/setup';
import { type Checked, checkerFor } from '@amber-needle/core/validation';
import Type from 'typebox';

export interface StandinOptions {
  /** Address of the app that the gauge sends to. */
  readonly app: string;
  readonly bench: string;
  readonly port: number;
  readonly seed: number;
  readonly rateHz: number;
  readonly setupFile: string | undefined;
  readonly archetype: ArchetypeName;
  /** How high the bench stands, m: the air is the standard atmosphere's there. */
  readonly altitudeM: number;
  readonly faults: readonly Fault[];
  /** Whether the engine runs from the first moment; else it waits for the starter. */
  readonly running: boolean;
}

export const HELP = `standin: a gauge set on a practice engine, sending to the app as a networked gauge would

  npm run standin -- [options]

  --app URL      where the app is                            (http://127.0.0.1:3000)
  --bench NAME   the bench it is connected to                (main)
  --port N       port of its own control API on 127.0.0.1    (a free one)
  --seed N       which engine: stops, gains, gauge offsets   (7)
  --rate N       samples a second and channel, 200 to 1000   (500)
  --archetype X  ${ARCHETYPE_NAMES.join(', ').padEnd(43)} (twin)
  --setup FILE   a setup document (JSON) instead of an archetype
  --altitude M   how high the bench stands, metres            (0)
  --faults JSON  what is wrong with it, e.g.                  (nothing)
                 '[{"kind":"airLeak","throat":"1","areaMm2":1}]'
  --running      start the engine at once                    (it waits to be started)
  --help         this text

Control API, JSON over HTTP on 127.0.0.1:
  GET  /engine   what runs, where each screw stands
  POST /engine   {"do":"start"} {"do":"stop"} {"do":"blip"} {"do":"turn","adjuster":"A","turns":0.125}
                 {"do":"couple","coupling":"C","clamped":true}
  GET  /truth    the engine's own figures, which no gauge has: for tests
`;

export type Parsed =
  | { readonly outcome: 'run'; readonly options: StandinOptions }
  | { readonly outcome: 'help' }
  | { readonly outcome: 'wrong'; readonly reason: string };

/** Reads the command line once, at the door; below it every option has a value. */
export function parseOptions(args: readonly string[]): Parsed {
  let values: ReturnType<typeof parse>;
  try {
    values = parse(args);
  } catch (error) {
    return { outcome: 'wrong', reason: error instanceof Error ? error.message : String(error) };
  }
  if (values.help) return { outcome: 'help' };
  const port = Number(values.port);
  const seed = Number(values.seed);
  const rateHz = Number(values.rate);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    return { outcome: 'wrong', reason: `--port ${values.port}: give 0 to 65535` };
  if (!Number.isInteger(seed)) return { outcome: 'wrong', reason: `--seed ${values.seed}: give a whole number` };
  if (!(rateHz >= 200 && rateHz <= 1000))
    return { outcome: 'wrong', reason: `--rate ${values.rate}: give 200 to 1000` };
  const altitudeM = Number(values.altitude);
  if (!(altitudeM >= -400 && altitudeM <= 5000))
    return { outcome: 'wrong', reason: `--altitude ${values.altitude}: give -400 to 5000` };
  const faults = readFaults(values.faults);
  if (faults.outcome === 'invalid') {
    const [first] = faults.problems;
    return { outcome: 'wrong', reason: `--faults: ${first?.path ?? ''} ${first?.reason ?? 'not JSON'}` };
  }
  if (!URL.canParse(values.app))
    return { outcome: 'wrong', reason: `--app ${values.app}: give an address such as http://127.0.0.1:3000` };
  const { archetype } = values;
  if (!isArchetype(archetype))
    return { outcome: 'wrong', reason: `--archetype ${archetype}: give one of ${ARCHETYPE_NAMES.join(', ')}` };
  const app = values.app.replace(/\/$/, '');
  return {
    outcome: 'run',
    options: {
      app,
      bench: values.bench,
      port,
      seed,
      rateHz,
      setupFile: values.setup,
      archetype,
      altitudeM,
      faults: faults.value,
      running: values.running,
    },
  };
}

const checkFaults = checkerFor(Type.Array(FaultSchema, { maxItems: 20 }));

function readFaults(text: string): Checked<readonly Fault[]> {
  try {
    return checkFaults(JSON.parse(text));
  } catch {
    return { outcome: 'invalid', problems: [{ path: '/', reason: 'is not JSON' }] };
  }
}

function parse(args: readonly string[]) {
  return parseArgs({
    args: [...args],
    options: {
      app: { type: 'string', default: 'http://127.0.0.1:3000' },
      bench: { type: 'string', default: 'main' },
      port: { type: 'string', default: '0' },
      seed: { type: 'string', default: '7' },
      rate: { type: 'string', default: '500' },
      archetype: { type: 'string', default: 'twin' },
      setup: { type: 'string' },
      altitude: { type: 'string', default: '0' },
      faults: { type: 'string', default: '[]' },
      running: { type: 'boolean', default: false },
      help: { type: 'boolean', default: false },
    },
  }).values;
}
