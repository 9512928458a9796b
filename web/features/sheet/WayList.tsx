import type { Sheet, SheetStage, StageEstimate, StageId } from '@amber-needle/core/sheet';
import clsx from 'clsx';
import { stageText } from './view/sheetView';

interface WayListProps {
  readonly sheet: Sheet;
  /** What stages took in earlier jobs. */
  readonly estimates: readonly StageEstimate[];
  readonly here: StageId | undefined;
  readonly onGo: (stage: SheetStage) => void;
}

/** The way down the left: every stage, how far it is, and where we are. */
export function WayList({ sheet, estimates, here, onGo }: WayListProps) {
  return (
    <ol aria-label="The way" className="relative">
      {sheet.stages.map((stage, i) => (
        <li key={stage.id} className="relative">
          {i === sheet.stages.length - 1 ? null : (
            <span aria-hidden className="absolute top-6 -bottom-4 left-[8px] w-0.5 bg-line" />
          )}
          <button
            type="button"
            aria-current={stage.id === here ? 'step' : undefined}
            onClick={() => onGo(stage)}
            className="flex min-h-12 w-full items-start gap-4 rounded py-1.5 text-left hover:bg-lit"
          >
            <Dot state={stage.state} here={stage.id === here} />
            <span>
              <span className={clsx('block', stage.id === here && 'font-bold')}>{stage.name}</span>
              <span className="block text-soft text-sm">
                {stageText(
                  stage,
                  estimates.find((each) => each.stage === stage.id),
                )}
              </span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}

/** Filled when done, a ring while open, amber and larger where we are. */
function Dot({ state, here }: { readonly state: SheetStage['state']; readonly here: boolean }) {
  return (
    <span
      aria-hidden
      className={clsx(
        'z-10 mt-1 shrink-0 rounded-full border-2',
        here ? '-ml-0 size-[18px] border-amber bg-amber' : 'ml-[2px] size-3.5',
        !here &&
          (state === 'done'
            ? 'border-edge bg-edge'
            : state === 'begun'
              ? 'border-edge bg-line'
              : 'border-edge bg-ground'),
      )}
    />
  );
}
