import {
  type Adjuster,
  type AdjusterKind,
  addAdjuster,
  changeAdjuster,
  concernOf,
  isStepped,
  removeAdjuster,
  setAct,
  type TurnedIn,
} from '@amber-needle/core/setup';
import clsx from 'clsx';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { NumberField } from '@/components/NumberField';
import { Select } from '@/components/Select';
import { ACT_NAMES, ADJUSTER_NAMES } from '@/words/screwWords';
import type { Editing } from './editing';
import { Section } from './Section';
import { ToggleRow } from './ToggleRow';

interface ScrewRowsProps extends Editing {
  readonly chosen: string | undefined;
  readonly choose: (screw: string) => void;
}

const KINDS = Object.entries(ADJUSTER_NAMES).flatMap(([kind, name]) => (isKind(kind) ? [{ kind, name }] : []));

function isKind(kind: string): kind is AdjusterKind {
  return Object.hasOwn(ADJUSTER_NAMES, kind);
}

/** The screws: one is open for changes, the others show their name. */
export function ScrewRows({ setup, change, chosen, choose }: ScrewRowsProps) {
  return (
    <Section title="Screws, rods and cables">
      <ul className="space-y-2">
        {setup.adjusters.map((adjuster) => (
          <li key={adjuster.id} className={clsx(adjuster.id === chosen && 'border-amber border-l-4 pl-4')}>
            {adjuster.id === chosen ? (
              <OpenScrew setup={setup} change={change} adjuster={adjuster} />
            ) : (
              <button
                type="button"
                onClick={() => choose(adjuster.id)}
                className="flex min-h-12 w-full items-center gap-4 rounded px-3 text-left hover:bg-lit"
              >
                <b className="w-10">{adjuster.id}</b>
                {adjuster.label}
                <span className="ml-auto text-soft">{ADJUSTER_NAMES[adjuster.kind]}</span>
              </button>
            )}
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap gap-2">
        {KINDS.map(({ kind, name }) => (
          <Button
            key={kind}
            className="px-3"
            onClick={() => {
              const next = addAdjuster(setup, kind);
              change(next);
              const added = next.adjusters.at(-1);
              if (added !== undefined) choose(added.id);
            }}
          >
            + {name}
          </Button>
        ))}
      </div>
    </Section>
  );
}

function OpenScrew({ setup, change, adjuster }: Editing & { readonly adjuster: Adjuster }) {
  const { id, label, kind, range, seenFrom, acts } = adjuster;
  const inSizes = isStepped(adjuster);
  const set = (part: Partial<Adjuster>) => change(changeAdjuster(setup, id, part));
  const order: readonly (TurnedIn | undefined)[] =
    concernOf(adjuster) === 'mixture' ? [undefined, 'richer', 'leaner'] : [undefined, 'opens', 'closes'];
  const actOn = (throat: string) => acts.find((act) => act.throat === throat)?.turnedIn;
  return (
    <div className="space-y-3 py-2">
      <div className="grid gap-3 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto]">
        <Field label="Name" value={label} onChange={({ target }) => set({ label: target.value })} />
        <Select
          label="Kind"
          value={kind}
          onChange={({ target }) => {
            if (isKind(target.value)) set({ kind: target.value, acts: actsFor(target.value, acts) });
          }}
        >
          {KINDS.map((other) => (
            <option key={other.kind} value={other.kind}>
              {other.name}
            </option>
          ))}
        </Select>
        <Button
          className="self-end"
          disabled={setup.adjusters.length < 2}
          onClick={() => change(removeAdjuster(setup, id))}
        >
          Take out
        </Button>
      </div>
      <ToggleRow
        legend={inSizes ? 'A size larger' : 'Turned in'}
        parts={setup.throats.map((throat) => {
          const does = actOn(throat.id);
          return {
            id: throat.id,
            label: does === undefined ? `${throat.id} stays` : `${ACT_NAMES[does]} ${throat.id}`,
            on: does !== undefined,
          };
        })}
        toggle={(throat) => {
          const next = order[(order.indexOf(actOn(throat)) + 1) % order.length];
          change(setAct(setup, { id, throat }, next));
        }}
      />
      <div className="grid grid-cols-[minmax(0,1fr)_6.5rem_6.5rem] gap-3">
        <Field label="Seen from" value={seenFrom} onChange={({ target }) => set({ seenFrom: target.value })} />
        <NumberField
          label={inSizes ? 'Smaller' : 'Room out'}
          unit={inSizes ? 'sizes' : 'turns'}
          value={range.outTurns}
          onValue={(outTurns) => set({ range: { ...range, outTurns } })}
        />
        <NumberField
          label={inSizes ? 'Larger' : 'Room in'}
          unit={inSizes ? 'sizes' : 'turns'}
          value={range.inTurns}
          onValue={(inTurns) => set({ range: { ...range, inTurns } })}
        />
      </div>
    </div>
  );
}

/** A screw that becomes one of another concern keeps its throats. */
function actsFor(kind: AdjusterKind, acts: Adjuster['acts']): Adjuster['acts'] {
  const isMixture = kind === 'fuelScrew' || kind === 'airScrew' || kind === 'jetNut';
  return acts.map(({ throat, turnedIn }) => {
    const more = turnedIn === 'opens' || turnedIn === 'richer';
    return { throat, turnedIn: isMixture ? (more ? 'richer' : 'leaner') : more ? 'opens' : 'closes' };
  });
}
