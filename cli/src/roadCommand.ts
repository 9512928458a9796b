import { type NamedRun, roadDocument } from '@amber-needle/core/formats/road';
import { BLEND_NAMES, isBlendName } from '@amber-needle/core/fuel';
import { familyOf, judgeRun, type RideDescription, readRideText } from '@amber-needle/core/road';
import { BODIES } from '@amber-needle/core/setup';
import { failed, type Outcome } from './outcome';

/** What `needle road` is asked. */
export interface RoadAsked {
  /** Files by place, each a run. */
  readonly files: readonly string[];
  /** `NAME=FILE`: whose exhaust the sensor of a file sat in; `NAME+NAME=FILE` for one in the collector. */
  readonly cylinder: readonly string[];
  readonly fuel: string;
  readonly scale: string;
  readonly body: string;
  readonly marker: boolean;
}

export interface RoadResult {
  readonly outcome: Outcome;
  readonly warnings: readonly string[];
}

/** `needle road`: what rides say, regime by regime and cylinder by cylinder, and what to change. `read` gives the whole of a file. */
export function roadCommand(asked: RoadAsked, read: (file: string) => string): RoadResult {
  const problems = badOptions(asked);
  const named = [...asked.files.map((file) => ({ file, cylinders: undefined })), ...asked.cylinder.map(namedFile)];
  if (named.length === 0) problems.push('needle road: name a file, or - for standard input');
  const runs: NamedRun[] = [];
  const warnings: string[] = [];
  for (const { file, cylinders } of problems.length > 0 ? [] : named) {
    const one = runOf({ file, cylinders, scale: asked.scale }, read);
    if (typeof one === 'string') problems.push(one);
    else {
      runs.push(one);
      warnings.push(...one.problems.examples.map(({ line, reason }) => `${file}:${line}: ${reason}`));
      if (asked.marker && one.run.marker === undefined)
        warnings.push(`${file}: no quick bursts at a stand were found: it is not lined up`);
    }
  }
  if (problems.length > 0 || !isBlendName(asked.fuel)) return { outcome: failed(...problems), warnings };
  const body = BODIES.find((each) => each === asked.body) ?? 'unknown';
  const data = roadDocument(runs, { fuel: asked.fuel, family: familyOf(body), byMarker: asked.marker });
  return { outcome: { outcome: 'data', data }, warnings };
}

function badOptions({ fuel, scale, body, cylinder }: RoadAsked): string[] {
  const known = BLEND_NAMES.join(', ');
  return [
    ...(isBlendName(fuel) ? [] : [`--fuel ${fuel}: give ${known}`]),
    ...(isBlendName(scale) ? [] : [`--scale ${scale}: give ${known}`]),
    ...(BODIES.some((each) => each === body) ? [] : [`--body ${body}: give ${BODIES.join(', ')}`]),
    ...cylinder.flatMap((text) => (/^[^=]+=.+$/.test(text) ? [] : [`--cylinder ${text}: give NAME=FILE`])),
  ];
}

function namedFile(text: string) {
  const at = text.indexOf('=');
  return { file: text.slice(at + 1), cylinders: text.slice(0, at).split('+') };
}

interface Wanted {
  readonly file: string;
  readonly cylinders: readonly string[] | undefined;
  readonly scale: string;
}

/** The run of a file, or why there is none. */
function runOf({ file, cylinders, scale }: Wanted, read: (file: string) => string): NamedRun | string {
  let text: string;
  try {
    text = read(file);
  } catch (error) {
    return `${file}: cannot be read: ${error instanceof Error ? error.message : String(error)}`;
  }
  const proposed = readRideText(text);
  if (proposed.outcome === 'notRead') return `${file}: ${proposed.reason}`;
  const rescaled = onScale(proposed.proposal.description, scale);
  const found = rescaled === undefined ? proposed : readRideText(text, rescaled);
  if (found.outcome === 'notRead') return `${file}: ${found.reason}`;
  const { ride, problems, proposal } = found;
  const base = file.replace(/^.*[\\/]/, '').replace(/\.[^.]*$/, '');
  const several = ride.lambdas.length > 1;
  const sensors = ride.lambdas.map(({ sensor, name }, i) => ({
    sensor,
    cylinders: several ? [cylinders?.[i] ?? name] : (cylinders ?? [base]),
  }));
  return { file, proposal, problems, run: judgeRun(ride), sensors };
}

/** A description whose air/fuel ratios are on the scale of another fuel; undefined where nothing changes. */
function onScale(description: RideDescription, scale: string): RideDescription | undefined {
  if (scale === 'petrol' || !isBlendName(scale)) return undefined;
  const columns = description.columns.map((column) =>
    column.is === 'lambda' && column.scale === 'petrol' ? { ...column, scale } : column,
  );
  return { ...description, columns };
}
