import type { Setup } from '@amber-needle/core/setup';
import type { ProposedTest } from '@amber-needle/core/suspects';
import clsx from 'clsx';
import { percent } from '@/words/numbers';
import { cautionOf, leadsText, testLines } from './view/suspectsView';

interface TestAsideProps {
  readonly setup: Setup;
  readonly test: ProposedTest;
  /** What to do when it cannot be done now. */
  readonly next: ProposedTest | undefined;
  /** The answer that is looked at. */
  readonly looked: number;
  /** False while the last answer is weighed. */
  readonly ready: boolean;
  readonly onLook: (answer: number) => void;
  readonly onAnswer: (answer: string) => void;
  readonly onPutOff: () => void;
}

/** The one test that parts the suspects best for its trouble, its answers on number keys. */
export function TestAside({ setup, test, next, looked, ready, onLook, onAnswer, onPutOff }: TestAsideProps) {
  const { name, where, steps, takes } = testLines(setup, test);
  const caution = cautionOf(test);
  return (
    <section aria-label="The next test">
      <p className="text-balance font-bold text-3xl leading-tight" data-testid="say" aria-live="polite">
        {name}
        {where === '' ? null : (
          <>
            <br />
            <span className="text-amber">at {where}</span>
          </>
        )}
      </p>
      <p className="mt-3 text-lg">{steps}</p>
      <p className="mt-1 text-lg text-soft">{takes}</p>
      {caution === undefined ? null : (
        <p className="mt-3 border-caution border-l-4 bg-caution-ground px-3 py-2">{caution}</p>
      )}
      <ol className="mt-4 space-y-2.5" aria-label="Answers">
        {test.answers.map((answer, i) => (
          <li key={answer.id}>
            <AnswerButton
              number={i + 1}
              text={answer.text}
              leads={`${percent(answer.probability)} likely; then ${leadsText(setup, answer)}`}
              isLooked={looked === i}
              ready={ready}
              onLook={() => onLook(i)}
              onPress={() => onAnswer(answer.id)}
            />
          </li>
        ))}
        <li>
          <AnswerButton
            number={test.answers.length + 1}
            text="Cannot do that now"
            leads={
              next === undefined
                ? 'nothing else that can be undone would tell more'
                : `next best: ${nextText(setup, next)}`
            }
            isLooked={false}
            ready={ready}
            onLook={() => {}}
            onPress={onPutOff}
          />
        </li>
      </ol>
    </section>
  );
}

function nextText(setup: Setup, next: ProposedTest): string {
  const { name, where } = testLines(setup, next);
  return `${name.toLowerCase()} (${where === '' ? '' : `at ${where}, `}${next.test.minutes}\u00a0min)`;
}

interface AnswerButtonProps {
  readonly number: number;
  readonly text: string;
  readonly leads: string;
  readonly isLooked: boolean;
  readonly ready: boolean;
  readonly onLook: () => void;
  readonly onPress: () => void;
}

function AnswerButton({ number, text, leads, isLooked, ready, onLook, onPress }: AnswerButtonProps) {
  return (
    <button
      type="button"
      onClick={onPress}
      disabled={!ready}
      onMouseEnter={onLook}
      onFocus={onLook}
      aria-keyshortcuts={String(number)}
      className={clsx(
        'grid w-full grid-cols-[auto_1fr] items-baseline gap-x-3 rounded border px-4 py-2.5 text-left hover:border-amber',
        isLooked ? 'border-2 border-amber' : 'border-edge',
      )}
    >
      <kbd className="rounded border border-edge px-2 font-bold font-mono text-sm">{number}</kbd>
      <span className="font-bold text-lg">{text}</span>
      <span className="col-start-2 text-soft">{leads}</span>
    </button>
  );
}
