import { fittingOf, type Setup } from '../setup';
import { CAUTION_IDS, cautionStep } from './cautions';
import { hintsOf } from './hints';
import { type Place, placesOf } from './places';
import { quantityOf } from './quantities';
import { type Hint, STAGES, type StageId, type Step, type Visit } from './step';
import { STEPS } from './steps';

/** A step with the places that it is done at; an empty list never stands on a way. */
export interface WayStep {
  readonly step: Step;
  readonly places: readonly Place[];
}

export interface WayStage {
  readonly id: StageId;
  readonly name: string;
  readonly steps: readonly WayStep[];
}

/** What the way is made from. */
export interface Purpose {
  readonly visit: Visit;
  readonly complaint: string;
}

/** The way of a job on a machine: every stage with what has to be done there, in order. Stages with nothing to do are left out. */
export function planWay(setup: Setup, { visit, complaint }: Purpose): readonly WayStage[] {
  const hints = hintsOf(complaint);
  const steps = STEPS.filter((step) => isWanted(step, visit, hints)).flatMap((step): readonly WayStep[] => {
    const places = stepPlaces(setup, step);
    return places.length === 0 ? [] : [{ step, places }];
  });
  return STAGES.map(({ id, name }) => ({ id, name, steps: steps.filter(({ step }) => step.stage === id) })).filter(
    (stage) => stage.steps.length > 0,
  );
}

function isWanted(step: Step, visit: Visit, hints: readonly Hint[]): boolean {
  return step.visits.includes(visit) || step.hints.some((hint) => hints.includes(hint));
}

/** Where a step is done on a machine; nowhere where it has nothing to do with it. */
export function stepPlaces(setup: Setup, step: Step): readonly Place[] {
  if (step.needs !== undefined && !step.needs(setup)) return [];
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  if (quantity !== undefined) return placesOf(setup, quantity);
  const fitting = fittingOf(setup);
  if (step.at === 'inlet') return fitting.inlets.map(({ name }) => name);
  return step.at === 'carburetor' ? fitting.carburetors.map(({ name }) => name) : [undefined];
}

const byId: ReadonlyMap<string, Step> = new Map(STEPS.map((step) => [step.id, step]));

export function stepOf(id: string): Step | undefined {
  return byId.get(id);
}

/** Whether a machine has such a step, or such a caution to acknowledge. */
export function isStep(setup: Setup, id: string): boolean {
  const step = byId.get(id);
  return step === undefined
    ? CAUTION_IDS.some((caution) => cautionStep(caution) === id)
    : stepPlaces(setup, step).length > 0;
}

/** Whether a step is done at such a place. */
export function isStepPlace(setup: Setup, id: string, place: Place): boolean {
  const step = byId.get(id);
  return step === undefined ? place === undefined && isStep(setup, id) : stepPlaces(setup, step).includes(place);
}
