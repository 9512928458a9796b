import { parseArgs } from 'node:util';
import { checkPracticeChoices, DEFAULT_PRACTICE, type PracticeChoices } from '@amber-needle/core/practice';
import { ARCHETYPE_NAMES, type ArchetypeName, isArchetype } from '@amber-needle/core/setup';

export interface StandinOptions {
  /** Address of the app that the gauge sends to. */
  readonly app: string;
  readonly bench: string;
  readonly port: number;
  /** Prints to this file or terminal instead of sending to an app. */
  readonly serial: string | undefined;
  readonly rateHz: number;
  readonly setupFile: string | undefined;
  readonly archetype: ArchetypeName;
  /** Seed, altitude, faults: the same choices as on the bench's practice panel. */
  readonly choices: PracticeChoices;
  /** Whether the engine runs from the first moment; else it waits for the starter. */
  readonly running: boolean;
}

export const HELP = `standin: a gauge set on a practice engine, sending to the app as a networked gauge would

  npm run standin -- [options]

  --app URL      where the app is                            (http://127.0.0.1:3000)
  --bench NAME   the bench it is connected to                (main)
  --serial PATH  print to a file or a (pseudo) terminal, as a
                 board on a cable would, not to an app
  --port N       port of its own control API on 127.0.0.1    (a free one)
  --seed N       which engine: stops, gains, gauge offsets   (7)
  --rate N       samples a second and channel, 200 to 1000   (500)
  --archetype X  ${ARCHETYPE_NAMES.join(', ').padEnd(43)} (twin)
  --setup FILE   a setup document (JSON) instead of an archetype
  --altitude M   how high the bench stands, metres            (0)
  --faults X     what is wrong with it: none, drawn (one fault (none)
                 that the seed picks), or a list as JSON, e.g.
                 '[{"kind":"airLeak","throat":"1","areaMm2":1}]'
  --show-faults  tell the panel what is wrong                 (it is hidden)
  --cold         start as on a morning of 15 C                (warm)
  --running      start the engine at once                    (it waits to be started)
  --pace N       seconds of the engine's in one of the clock's, 1 to 8  (1)
  --help         this text

Control API, JSON over HTTP on 127.0.0.1:
  GET  /engine   what runs, where each screw stands
  POST /engine   {"do":"start"} {"do":"stop"} {"do":"blip"} {"do":"turn","adjuster":"A","turns":0.125}
                 {"do":"couple","coupling":"C","clamped":true} {"do":"hold","rpm":2200} {"do":"letGo"} {"do":"warmUp"}
                 {"do":"tee","on":true,"throat":"2"} {"do":"meter","throat":"1"}, null to lay it aside
                 {"do":"filters","on":false} {"do":"choke","share":0.5}; a turn may be "forced":true
  GET  /faults   what is wrong with it: for tests
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
  const port = numberOf(values.port);
  const rateHz = numberOf(values.rate);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    return { outcome: 'wrong', reason: `--port ${values.port}: give 0 to 65535` };
  if (!(rateHz >= 200 && rateHz <= 1000))
    return { outcome: 'wrong', reason: `--rate ${values.rate}: give 200 to 1000` };
  const choices = choicesOf(values);
  if (typeof choices === 'string') return { outcome: 'wrong', reason: choices };
  if (!URL.canParse(values.app))
    return { outcome: 'wrong', reason: `--app ${values.app}: give an address such as http://127.0.0.1:3000` };
  if (!/^[a-z0-9][a-z0-9-]{0,31}$/.test(values.bench))
    return { outcome: 'wrong', reason: `--bench ${values.bench}: give small letters, digits and hyphens, at most 32` };
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
      serial: values.serial,
      rateHz,
      setupFile: values.setup,
      archetype,
      choices,
      running: values.running,
    },
  };
}

/** What was typed as a number; NaN, not nought, for nothing. */
function numberOf(text: string): number {
  return text.trim() === '' ? Number.NaN : Number(text);
}

/** The choices, or a text that says which option is wrong. */
function choicesOf(values: ReturnType<typeof parse>): PracticeChoices | string {
  const faults = faultsOf(values.faults);
  if (faults === undefined) return `--faults ${values.faults}: is not JSON, none or drawn`;
  const checked = checkPracticeChoices({
    ...DEFAULT_PRACTICE,
    seed: numberOf(values.seed),
    altitudeM: numberOf(values.altitude),
    faults,
    shown: values['show-faults'],
    cold: values.cold,
    pace: numberOf(values.pace),
  });
  if (checked.outcome === 'valid') return checked.value;
  const [first] = checked.problems;
  const option = /^\/altitudeM/.test(first?.path ?? '') ? 'altitude' : (first?.path.split('/')[1] ?? '');
  return `--${option}: ${first?.path ?? ''} ${first?.reason ?? 'is wrong'}`;
}

function faultsOf(text: string): unknown {
  if (text === 'none' || text === 'drawn') return { are: text };
  try {
    const faults: unknown = JSON.parse(text);
    return Array.isArray(faults) && faults.length === 0 ? { are: 'none' } : { are: 'chosen', faults };
  } catch {
    return undefined;
  }
}

function parse(args: readonly string[]) {
  return parseArgs({
    args: [...args],
    options: {
      app: { type: 'string', default: 'http://127.0.0.1:3000' },
      bench: { type: 'string', default: 'main' },
      port: { type: 'string', default: '0' },
      serial: { type: 'string' },
      seed: { type: 'string', default: '7' },
      rate: { type: 'string', default: '500' },
      archetype: { type: 'string', default: 'twin' },
      setup: { type: 'string' },
      altitude: { type: 'string', default: '0' },
      faults: { type: 'string', default: 'none' },
      'show-faults': { type: 'boolean', default: false },
      cold: { type: 'boolean', default: false },
      running: { type: 'boolean', default: false },
      pace: { type: 'string', default: '1' },
      help: { type: 'boolean', default: false },
    },
  }).values;
}
