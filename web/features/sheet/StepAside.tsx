import { keyFor } from '@/words/keys';
import { MainKey } from './MainKey';
import type { Entering, StepHere, StepProps } from './step';
import type { SideKey } from './stepKeys';
import { mainKeyText } from './view/mainKeyText';

interface StepAsideProps {
  readonly step: StepProps;
  readonly here: StepHere;
  readonly entering: Entering;
  readonly sides: readonly SideKey[];
  readonly onMain: () => void;
}

/** The main key, and the keys beside it. */
export function StepAside({ step: { row, open }, here, entering, sides, onMain }: StepAsideProps) {
  const { quantity, test, unread, unit } = here;
  const { text, sisters } = entering;
  // Choices and timers have their keys where they are.
  const hasOwn = unread.length === 0 && (quantity?.kind === 'choice' || test !== undefined);
  const isEmpty = quantity?.kind === 'figure' && unread.length === 0 && text === '' && sisters === undefined;
  return (
    <aside className="space-y-3 border-line px-5 py-5 max-md:border-t md:border-l" aria-label="Keys">
      {hasOwn ? null : (
        <MainKey
          cap="Enter"
          text={mainKeyText({ step: row.step, unread: unread.length, typed: text, sisters, row, unit })}
          disabled={!open || isEmpty}
          onPress={onMain}
        />
      )}
      <ul className="flex flex-wrap gap-x-4 text-soft">
        {sides.map(({ action, label, run }) => (
          <li key={action}>
            <button
              type="button"
              disabled={!open}
              aria-keyshortcuts={keyFor(action).spoken}
              onClick={run}
              className="flex min-h-11 items-center gap-2 hover:text-ink disabled:opacity-50"
            >
              <kbd className="rounded border border-edge px-2 font-mono text-sm">{keyFor(action).cap}</kbd>
              {label}
            </button>
          </li>
        ))}
      </ul>
      {test?.marks === 'overflow' ? (
        <p className="text-soft text-sm">The timer runs on the server’s clock: it survives a reload.</p>
      ) : null}
      {open ? null : <p className="text-soft">The job is closed. Open it again on its report to go on.</p>}
    </aside>
  );
}
