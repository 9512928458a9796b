import { fittingOf } from '@amber-needle/core/setup';
import { cameOffOf } from '@amber-needle/core/sheet';
import { MEASURE_UNITS } from '@amber-needle/core/units';
import { keyFor } from '@/words/keys';
import { Appointments } from './Appointments';
import { FigureInput } from './FigureInput';
import { MainKey } from './MainKey';
import { RefitOrder } from './RefitOrder';
import type { Entering, StepHere, StepProps } from './step';
import type { SideKey } from './stepKeys';
import { TimerPanel } from './TimerPanel';
import { useServerClock } from './useServerClock';
import { neighbour } from './view/sheetView';

interface StepBodyProps {
  readonly step: StepProps;
  readonly here: StepHere;
  readonly entering: Entering;
  readonly sides: readonly SideKey[];
}

/** What a step is done with, once its cautions were read: a box, choices, a timer, an order, dates. */
export function StepBody({ step: props, here, entering, sides }: StepBodyProps) {
  const { jobId, job, row, open, onSay, onLeave } = props;
  const { step } = row;
  const { quantity, test, place, at, cell } = here;
  const now = useServerClock();
  if (test !== undefined)
    return open ? (
      <TimerPanel
        jobId={jobId}
        setup={job.setup}
        test={test}
        place={place}
        run={cell?.run}
        now={now}
        onSay={(what) => onSay({ kind: 'timed', test: test.id, ...at, what })}
        onSuspects={() => onLeave('suspects')}
      />
    ) : null;
  if (quantity?.kind === 'choice')
    return (
      <div className="mt-4 grid max-w-2xl gap-3 sm:grid-cols-2">
        {quantity.choices.map(({ id, text }, i) => (
          <MainKey
            key={id}
            cap={i === 0 ? 'Enter' : String(i + 1)}
            text={text}
            quiet={i > 0}
            disabled={!open}
            onPress={() => entering.choose(id, text)}
          />
        ))}
      </div>
    );
  if (quantity?.kind === 'figure')
    return open ? <StepFigure step={props} here={here} entering={entering} sides={sides} /> : null;
  if (step.id === 'refitted') return <RefitOrder cameOff={cameOffOf(job)} />;
  if (step.id !== 'coldStarted' || !open) return null;
  return (
    <Appointments
      jobId={jobId}
      made={job.sheet.filter((event) => event.kind === 'appointment')}
      isMarine={fittingOf(job.setup).cooling === 'seaWater'}
      now={now}
      onSay={onSay}
    />
  );
}

function StepFigure({ step: { stage, here: spot, onGo }, here, entering, sides }: StepBodyProps) {
  const { quantity, unit, place } = here;
  return (
    <FigureInput
      label={`${quantity?.name ?? ''}${place === undefined ? '' : ` ${place}`}${entering.when === 'set' ? ', set' : ''}`}
      unit={unit === undefined ? '' : MEASURE_UNITS[unit].name}
      value={entering.text}
      error={entering.error}
      onChange={entering.type}
      onEnter={entering.enterFigure}
      onArrow={(by) => onGo(neighbour(stage, spot, by))}
      onLetter={(letter) => sides.find(({ action }) => keyFor(action).key === letter)?.run()}
    />
  );
}
