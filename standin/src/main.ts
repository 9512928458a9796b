import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { standardAtmosphere } from '@amber-needle/core/air';
import { readSetup } from '@amber-needle/core/formats/setup';
import { ARCHETYPES, type Setup } from '@amber-needle/core/setup';
import { encodeTrace, type Trace } from '@amber-needle/core/trace';
import { controlServer } from './controlServer';
import { createMounts } from './mounts';
import { HELP, parseOptions, type StandinOptions } from './options';
import { createSender } from './sender';
import { serialPrinter } from './serialPrinter';

const BATCH_MS = 50;
/** After a pause of the machine (a laptop lid) the engine does not race to catch up. */
const LONGEST_LEAP_S = 0.5;

const parsed = parseOptions(process.argv.slice(2));
if (parsed.outcome === 'help') {
  process.stdout.write(HELP);
} else if (parsed.outcome === 'wrong') {
  fail(`${parsed.reason}\nnpm run standin -- --help says what it takes.`);
} else {
  run(parsed.options);
}

function run(options: StandinOptions): void {
  const setup = options.setupFile === undefined ? ARCHETYPES[options.archetype] : loadSetup(options.setupFile);
  const air = standardAtmosphere(options.choices.altitudeM);
  const mounts = createMounts(setup, options.choices, options.rateHz);
  if (options.running) mounts.current().carryOut({ do: 'start' });
  const server = controlServer(mounts);
  server.listen(options.port, '127.0.0.1', () => {
    const { port } = server.address() as AddressInfo;
    const control = `http://127.0.0.1:${port}`;
    say(`control API on ${control}`);
    const meta = {
      reference: 'vacuum' as const,
      barometer_kpa: Math.round(air.pressure / 10) / 100,
      source: 'Practice engine',
      stream: `standin-${process.pid}`,
      control,
    };
    let taken = 0;
    /** Samples up to the given one as a trace of their own. */
    const traceUpTo = (sample: number): Trace => {
      const { gauges } = mounts.current();
      const rows: (readonly number[])[] = [];
      for (; taken < sample; taken += 1) rows.push(gauges.take());
      return { meta, columns: gauges.columns, rows };
    };
    const printer = options.serial === undefined ? undefined : serialPrinter(options.serial, fail);
    const sender = createSender(`${options.app}/api/bench/${encodeURIComponent(options.bench)}/trace`, say);
    let simulated = 0;
    let before = performance.now();
    const timer = setInterval(() => {
      const now = performance.now();
      simulated += Math.min(LONGEST_LEAP_S, (now - before) / 1000) * (options.choices.pace ?? 1);
      before = now;
      const due = Math.floor(simulated * options.rateHz);
      if (printer?.free()) printer.print(traceUpTo(due));
      else if (printer === undefined && sender.free()) void sender.send(encodeTrace(traceUpTo(due)));
    }, BATCH_MS);
    for (const signal of ['SIGINT', 'SIGTERM'] as const) {
      process.once(signal, () => {
        clearInterval(timer);
        server.close();
        process.exit(0);
      });
    }
  });
}

function loadSetup(path: string): Setup {
  const checked = readSetup(JSON.parse(readFileSync(path, 'utf8')));
  if (checked.outcome === 'valid') return checked.value;
  return fail(checked.problems.map((problem) => `${path}${problem.path}: ${problem.reason}`).join('\n'));
}

function say(line: string): void {
  process.stdout.write(`standin: ${line}\n`);
}

function fail(reason: string): never {
  process.stderr.write(`standin: ${reason}\n`);
  process.exit(2);
}
