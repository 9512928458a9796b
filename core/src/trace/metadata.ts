import { type Checked, checkerFor, compiled } from '../validation';
import { type TraceMeta, TraceMetaSchema } from './trace';

const check = checkerFor(TraceMetaSchema, compiled.traceMeta);

/** The key and value of a `# key: value` line; undefined for any other comment. */
export function metadataLine(text: string): readonly [string, string] | undefined {
  const [, key, value] = /^#\s*([a-z_]+)\s*:\s?(.*)$/.exec(text.trimEnd()) ?? [];
  return key === undefined || value === undefined ? undefined : [key, value];
}

/** Metadata from its raw `key` and `value` texts. */
export function readMetadata(raw: ReadonlyMap<string, string>): Checked<TraceMeta> {
  const entries = [...raw].map(([key, value]) => [key, typed(key, value)] as const);
  return check(Object.fromEntries(entries));
}

function typed(key: string, value: string): unknown {
  if (key === 'barometer_kpa') return value.trim() === '' ? value : Number(value);
  if (key === 'channels') {
    const pairs = value.split(/\s+/).filter((pair) => pair !== '');
    return Object.fromEntries(pairs.map((pair) => [pair.split('=', 1)[0] ?? pair, pair.slice(pair.indexOf('=') + 1)]));
  }
  return value;
}

/** Metadata as `# key: value` lines. */
export function writeMetadata(meta: TraceMeta): string[] {
  return Object.entries(meta).map(([key, value]) => {
    const text =
      typeof value === 'object'
        ? Object.entries(value)
            .map(([stem, throat]) => `${stem}=${throat}`)
            .join(' ')
        : String(value);
    return `# ${key}: ${text}`;
  });
}
