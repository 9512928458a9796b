import type { Bare, Job } from '@amber-needle/core/job';
import {
  type CautionId,
  type Cell,
  type Entry,
  type IdleDrop,
  type Place,
  quantityOf,
  type Row,
  type Sheet,
  type SheetQuantity,
  type SheetStage,
  type Spot,
  type TimedTest,
  timedTestOf,
} from '@amber-needle/core/sheet';
import type { MeasureUnit } from '@amber-needle/core/units';
import { type UnitsChosen, unitOf } from './view/sheetView';

/** What every part of a step works with. */
export interface StepProps {
  readonly jobId: string;
  readonly job: Job;
  readonly sheet: Sheet;
  readonly stage: SheetStage;
  readonly row: Row;
  readonly here: Spot;
  readonly open: boolean;
  readonly idleDrop: IdleDrop | undefined;
  readonly units: UnitsChosen;
  readonly onUnits: (units: UnitsChosen) => void;
  readonly onSay: (event: Bare) => boolean;
  readonly onGo: (spot: Spot) => void;
  /** The step is done, up to this place where it is another: on to the next. */
  readonly onDone: (upTo?: Place) => void;
  readonly onUndo: () => void;
  readonly onLeave: (to: 'bench' | 'suspects') => void;
}

/** A step at its place, with what it asks for. */
export interface StepHere {
  readonly quantity: SheetQuantity | undefined;
  readonly unit: MeasureUnit | undefined;
  readonly cell: Cell | undefined;
  readonly place: Place;
  /** The place as an event names it. */
  readonly at: { readonly place?: string };
  readonly test: TimedTest | undefined;
  /** Cautions that were not read on this job yet. */
  readonly unread: readonly CautionId[];
}

export function stepHere({ row, here, sheet, units }: Pick<StepProps, 'row' | 'here' | 'sheet' | 'units'>): StepHere {
  const { step, cells } = row;
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  const cell = cells.find(({ place }) => place === here.place) ?? cells[0];
  return {
    quantity,
    unit: unitOf(quantity, units),
    cell,
    place: cell?.place,
    at: cell?.place === undefined ? {} : { place: cell.place },
    test: step.does === 'time' ? timedTestOf(step.id) : undefined,
    unread: step.cautions.filter((id) => !sheet.read.includes(id)),
  };
}

/** What is being written at a step. */
export interface Entering {
  readonly text: string;
  readonly error: string | undefined;
  readonly when: 'found' | 'set';
  /** What most sisters have: what Enter takes. */
  readonly sisters: Entry | undefined;
  readonly type: (text: string) => void;
  /** Found instead of set, and back. */
  readonly turnOver: () => void;
  readonly enterFigure: () => void;
  readonly choose: (choice: string, words: string) => void;
}

export type StepDialog = 'none' | 'skip' | 'note' | 'parts' | 'figures';
