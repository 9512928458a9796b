import { at, seededRandom } from '@amber-needle/core/basics';
import { FAULT_KINDS, type Fault } from '@amber-needle/core/faults';
import { drawFault, faultTemplates } from '@amber-needle/core/practice';
import {
  ARCHETYPE_NAMES,
  ARCHETYPES,
  type ArchetypeName,
  actionOn,
  enrichmentOn,
  isArchetype,
  type Setup,
} from '@amber-needle/core/setup';
import { type Evidence, placedCauses } from '@amber-needle/core/suspects';
import { type Asked, nameOf, search } from '../search';
import { answerOf } from './answered';
import { FIXED_ORDER } from './fixedOrder';
import { foreignPatient } from './foreignPatient';
import { shownBy } from './shown';
import { dayOf } from './stations';

/** Searches on engines with one fault each: `seeded/run.ts own|foreign BANK FIRST COUNT`; one line of JSON a job. */
const MOST_TESTS = 12;
/** A suspect is acted upon from here on. Ours. */
const SURE = 0.8;

export interface SeededResult {
  readonly bank: string;
  readonly seed: number;
  readonly engine: string;
  readonly was: readonly string[];
  /** Things that were noticed; with none nobody would search. */
  readonly seen: readonly string[];
  readonly ranks: readonly number[];
  readonly stated: readonly { readonly probability: number; readonly right: boolean }[];
  readonly asked: readonly string[];
  readonly minutes: number;
  readonly fixedMinutes: number;
  readonly fixedRight: boolean;
  readonly top: string;
}

const [engine = 'own', bank = '', first = '0', count = '1'] = process.argv.slice(2);
if (!isArchetype(bank)) throw new Error(`There is no bank "${bank}"`);
const bankName: ArchetypeName = bank;
const setup = ARCHETYPES[bankName];
for (let seed = Number(first); seed < Number(first) + Number(count); seed += 1)
  process.stdout.write(`${JSON.stringify(engine === 'own' ? onOwn(seed) : onForeign(seed))}\n`);

function onOwn(seed: number): SeededResult {
  // Each bank draws its own.
  const fault = possible(seed * 16 + ARCHETYPE_NAMES.indexOf(bankName));
  const faults = [fault];
  const day = dayOf(setup, seed, faults);
  const sound = dayOf(setup, seed, []);
  const seen = shownBy(setup, { day, sound, faults, seed });
  return played(seed, fault, { seen, answer: (asked) => answerOf({ setup, seed, faults, day, sound }, asked) });
}

/** A fault that the map has on such a machine: a two-stroke has no vacuum advance. */
function possible(seed: number): Fault {
  const causes = placedCauses(setup).map(({ cause }) => cause.id);
  const drawn = Array.from({ length: 20 }, (_, i) => drawFault(setup, seed + 1_000_003 * i));
  return drawn.find(({ kind }) => causes.includes(kind)) ?? at(drawn, 0);
}

/** Faults that the foreign engine knows. */
function onForeign(seed: number): SeededResult {
  const known = FAULT_KINDS.map(({ kind }) => kind).filter((kind) =>
    ['airLeak', 'deadScrew', 'wornShaft', 'exchangedHoses'].includes(kind),
  );
  const random = seededRandom(seed ^ 0xf0e);
  const offered = faultTemplates(setup, 'clear').filter(({ kind }) => known.includes(kind));
  const kinds = [...new Set(offered.map(({ kind }) => kind))];
  const kind = at(kinds, Math.floor(random.uniform() * kinds.length));
  const places = offered.filter((fault) => fault.kind === kind);
  const fault = at(places, Math.floor(random.uniform() * places.length));
  return played(seed, fault, foreignPatient(setup, seed, fault));
}

function played(
  seed: number,
  fault: Fault,
  { seen, answer }: { readonly seen: readonly Evidence[]; readonly answer: (asked: Asked) => string },
): SeededResult {
  const was = namesOf(setup, fault);
  const common = {
    setup,
    seen,
    was,
    answer,
    enough: ({ ranked }: Parameters<Parameters<typeof search>[0]['enough']>[0]) =>
      (ranked[0]?.probability ?? 0) >= SURE,
  };
  const { ranks, stated, asked, minutes, suspects } = search({ ...common, mostTests: MOST_TESTS });
  const fixed = search({ ...common, mostTests: 80, order: FIXED_ORDER });
  const [top] = suspects.ranked;
  return {
    bank,
    seed,
    engine,
    was,
    seen: seen.map((each) => (each.kind === 'observed' ? nameOf(each.observation, each.place) : '')),
    ranks,
    stated,
    asked,
    minutes,
    fixedMinutes: fixed.minutes,
    fixedRight: fixed.ranks.at(-1) === 1,
    top: `${nameOf(top?.cause.id ?? '', top?.place)} ${top?.probability.toFixed(2)}`,
  };
}

/** What the map calls a fault; with two places each of them is right, and one that stands at a screw is at its throats. */
function namesOf({ throats, adjusters }: Setup, fault: Fault): readonly string[] {
  if ('throat' in fault) return [nameOf(fault.kind, fault.throat)];
  if ('cylinder' in fault) return [nameOf(fault.kind, fault.cylinder)];
  if ('throats' in fault) return fault.throats.map((throat) => nameOf(fault.kind, throat));
  if (!('adjuster' in fault)) return [fault.kind];
  const screw = adjusters.find(({ id }) => id === fault.adjuster);
  return throats
    .filter(({ id }) => screw !== undefined && (actionOn(screw, id) !== 0 || enrichmentOn(screw, id) !== 0))
    .map(({ id }) => nameOf(fault.kind, id));
}
