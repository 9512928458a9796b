import { calculatorsFor } from '@amber-needle/core/figures';
import { cautionStep } from '@amber-needle/core/sheet';
import { MEASURE_UNITS } from '@amber-needle/core/units';
import type { BenchKey } from '@/features/bench/KeyLegend';
import { type Action, keyFor, namedKey } from '@/words/keys';
import type { Entering, StepDialog, StepHere, StepProps } from './step';
import { neighbour } from './view/sheetView';

/** A key beside the step. */
export interface SideKey {
  readonly action: Action;
  readonly label: string;
  readonly run: () => void;
}

interface Reach {
  readonly entering: Entering;
  readonly openDialog: (dialog: StepDialog) => void;
  readonly choosePhoto: () => void;
}

/** The keys beside a step: those that it has a use for. */
export function sideKeys(props: StepProps, { quantity, unit }: StepHere, reach: Reach): readonly SideKey[] {
  const { row, units, onUnits, onUndo } = props;
  const { entering, openDialog, choosePhoto } = reach;
  const keys: SideKey[] = [{ action: 'skip', label: 'skip, why', run: () => openDialog('skip') }];
  if (quantity?.kind === 'figure' && unit !== undefined && quantity.units.length > 1) {
    const next = quantity.units[(quantity.units.indexOf(unit) + 1) % quantity.units.length] ?? unit;
    keys.push({
      action: 'unit',
      label: quantity.units.map((each) => MEASURE_UNITS[each].name).join(', '),
      run: () => onUnits({ ...units, [quantity.id]: next }),
    });
  }
  if (quantity !== undefined)
    keys.push({
      action: 'setIt',
      label: entering.when === 'found' ? 'write what it was set to' : 'write it as found',
      run: entering.turnOver,
    });
  keys.push(
    { action: 'photo', label: 'photo', run: choosePhoto },
    { action: 'noteIt', label: 'note', run: () => openDialog('note') },
    { action: 'parts', label: 'parts', run: () => openDialog('parts') },
  );
  if (calculatorsFor(row.step.id).length > 0)
    keys.push({ action: 'figures', label: 'figures', run: () => openDialog('figures') });
  return [...keys, { action: 'undo', label: 'undo', run: onUndo }];
}

/** What Enter does at a step. */
export function mainAction(props: StepProps, { quantity, at, unread }: StepHere, entering: Entering): () => void {
  const { row, open, onSay, onDone, onLeave } = props;
  const { step } = row;
  return () => {
    if (!open) return;
    if (unread.length > 0) {
      for (const id of unread) onSay({ kind: 'stepDone', step: cautionStep(id) });
    } else if (step.does === 'go') onLeave(step.to);
    else if (step.does === 'do') {
      if (onSay({ kind: 'stepDone', step: step.id, ...at })) onDone();
    } else if (quantity?.kind === 'figure') entering.enterFigure();
    else if (quantity?.kind === 'choice') {
      const [right] = quantity.choices;
      entering.choose(right.id, right.text);
    }
  };
}

/** Every key that the page listens to at a step; none on a closed job. */
export function pageKeys(
  props: StepProps,
  { quantity, test, unread }: StepHere,
  keys: { readonly sides: readonly SideKey[]; readonly main: () => void; readonly entering: Entering },
): readonly BenchKey[] {
  const { open, stage, here, onGo } = props;
  if (!open) return [];
  const choices = quantity?.kind === 'choice' && unread.length === 0 ? quantity.choices : [];
  return [
    ...keys.sides.map(({ action, label, run }) => ({ ...keyFor(action), label, run })),
    ...(['left', 'right', 'up', 'down'] as const).map((by) => ({
      ...namedKey(`arrow${by}`),
      label: by,
      run: () => onGo(neighbour(stage, here, by)),
    })),
    // A timed test has an Enter of its own.
    ...(test === undefined || unread.length > 0 ? [{ ...namedKey('enter'), label: 'main', run: keys.main }] : []),
    ...choices.map(({ id, text }, i) => ({
      ...namedKey(String(i + 1)),
      label: text,
      run: () => keys.entering.choose(id, text),
    })),
  ];
}
