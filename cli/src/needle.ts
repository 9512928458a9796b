import { parseArgs } from 'node:util';
import { vocabularyDocument } from '@amber-needle/core/formats/suspects';
import { VISITS } from '@amber-needle/core/sheet';
import { createAdviser } from './adviseCommand';
import { checkCommand } from './checkCommand';
import { HELP } from './help';
import { lambdaCommand } from './lambdaCommand';
import { failed, type Outcome } from './outcome';
import { readCommand } from './readCommand';
import { roadCommand } from './roadCommand';
import { judgeCommand, planCommand } from './sheetCommands';
import { suspectsCommand } from './suspectsCommand';

const SEED = '1';

/** What a shell gives to the program and takes from it. */
export interface Shell {
  /** The whole of a file, or of standard input for `-`; throws where there is none. */
  read(file: string): string;
  /** Standard input, line by line. */
  lines(): AsyncIterable<string>;
  out(text: string): void;
  err(text: string): void;
}

/** Runs one command; comes to the code that the process ends with. */
export async function needle(args: readonly string[], shell: Shell): Promise<number> {
  const { tell, say, warn } = voice(shell);
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(args);
  } catch (error) {
    return tell(failed(error instanceof Error ? error.message : String(error), 'needle help says how it is called'));
  }
  const { values, positionals } = parsed;
  const [command, file, ...rest] = positionals;
  const strokes = strokesOf(values.strokes);
  if (strokes === undefined) return tell(failed(`--strokes ${values.strokes}: give 2 or 4`));
  if (!/^-?\d{1,15}$/.test(values.seed)) return tell(failed(`--seed ${values.seed}: give a whole number`));
  const seed = Number(values.seed);
  if (command === 'road') {
    const { outcome, warnings } = roadCommand({ ...values, files: positionals.slice(1) }, shell.read);
    warn(warnings);
    return tell(outcome);
  }
  if (rest.length > 0) return tell(failed(`needle ${command}: takes one file, not also ${rest.join(' ')}`));
  if (values.help || command === undefined || command === 'help') return say(HELP);
  if (command === 'suspects' && values.vocabulary) return tell({ outcome: 'data', data: vocabularyDocument() });
  if (command === 'suspects' && values.stream) return streamed(shell, suspectsCommand);
  if (command === 'advise' && values.stream) {
    const advise = createAdviser();
    return streamed(shell, (name, document) => advise(name, document, seed));
  }
  if (command === 'lambda') return tell(lambdaCommand(values));
  if (file === undefined) return tell(failed(`needle ${command}: name a file, or - for standard input`));
  switch (command) {
    case 'read': {
      const text = readText(shell, file);
      if (typeof text !== 'string') return tell(text);
      const { outcome, warnings } = readCommand(file, text, strokes);
      warn(warnings);
      return tell(outcome);
    }
    case 'advise':
      return tell(withDocument(shell, file, (document) => createAdviser()(file, document, seed)));
    case 'suspects':
      return tell(withDocument(shell, file, (document) => suspectsCommand(file, document)));
    case 'plan': {
      const visit = VISITS.find((each) => each === values.visit);
      if (visit === undefined) return tell(failed(`--visit ${values.visit}: give ${VISITS.join(', ')}`));
      const purpose = { visit, complaint: values.complaint };
      return tell(withDocument(shell, file, (document) => planCommand(file, document, purpose)));
    }
    case 'judge':
      return tell(withDocument(shell, file, (document) => judgeCommand(file, document)));
    case 'check':
      return tell(withDocument(shell, file, (document) => checkCommand(file, document)));
    default:
      return tell(failed(`there is no "needle ${command}"`, 'needle help says what there is'));
  }
}

function strokesOf(text: string): 2 | 4 | undefined {
  if (text === '2') return 2;
  return text === '4' ? 4 : undefined;
}

function parse(args: readonly string[]) {
  return parseArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      strokes: { type: 'string', default: '4' },
      seed: { type: 'string', default: SEED },
      stream: { type: 'boolean', default: false },
      vocabulary: { type: 'boolean', default: false },
      lambda: { type: 'string' },
      afr: { type: 'string' },
      fuel: { type: 'string', default: 'petrol' },
      scale: { type: 'string', default: 'petrol' },
      visit: { type: 'string', default: 'full' },
      complaint: { type: 'string', default: '' },
      cylinder: { type: 'string', multiple: true, default: [] },
      body: { type: 'string', default: 'unknown' },
      marker: { type: 'boolean', default: false },
      help: { type: 'boolean', default: false },
    },
  });
}

/** One answer for each line. A bad line is told on standard error and answered with null, so that lines stay in step. */
async function streamed(shell: Shell, work: (name: string, document: unknown) => Outcome): Promise<number> {
  const { warn } = voice(shell);
  let code = 0;
  let line = 0;
  for await (const text of shell.lines()) {
    if (text.trim() === '') continue;
    line += 1;
    const name = `line ${line}`;
    const outcome = withJson(name, text, (document) => work(name, document));
    if (outcome.outcome === 'failed') {
      shell.out('null\n');
      warn(outcome.problems);
      code = 2;
    } else shell.out(`${JSON.stringify(outcome.data)}\n`);
  }
  return code;
}

function withDocument(shell: Shell, file: string, work: (document: unknown) => Outcome): Outcome {
  const text = readText(shell, file);
  return typeof text === 'string' ? withJson(file, text, work) : text;
}

function withJson(name: string, text: string, work: (document: unknown) => Outcome): Outcome {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (error) {
    return failed(`${name}: not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  return work(document);
}

function readText(shell: Shell, file: string): string | Outcome {
  try {
    return shell.read(file);
  } catch (error) {
    return failed(`${file}: cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** How the program answers: data and help on standard output, problems on standard error; each gives the code to end with. */
function voice({ out, err }: Shell) {
  const say = (text: string): number => {
    out(text);
    return 0;
  };
  const warn = (lines: readonly string[]): void => {
    for (const line of lines) err(`needle: ${line}\n`);
  };
  const tell = (outcome: Outcome): number => {
    if (outcome.outcome === 'data') return say(`${JSON.stringify(outcome.data, null, 2)}\n`);
    warn(outcome.problems);
    return 2;
  };
  return { say, warn, tell };
}
