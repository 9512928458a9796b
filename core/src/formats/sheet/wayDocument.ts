import type { Setup } from '../../setup';
import { CAUTIONS, DEFERS, type Place, type Purpose, planWay, quantityOf, specOf, type WayStep } from '../../sheet';
import { MEASURE_UNITS } from '../../units';

/** A place as a document names it: none for the whole bank. */
function placesOut(places: readonly Place[]): readonly string[] {
  return places.flatMap((place) => place ?? []);
}

/** The way of a job as data: what `needle plan` prints. Units by their names, specifications in the first of them. */
export function wayDocument(setup: Setup, purpose: Purpose) {
  return {
    format: 'amber-needle/way',
    version: 1,
    machine: setup.name,
    ...purpose,
    defers: DEFERS,
    stages: planWay(setup, purpose).map(({ id, name, steps }) => ({
      id,
      name,
      steps: steps.map((each) => stepOut(setup, each)),
    })),
  };
}

function stepOut(setup: Setup, { step, places }: WayStep) {
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  const spec = quantity?.kind === 'figure' ? specOf(setup, quantity) : undefined;
  return {
    id: step.id,
    does: step.does,
    order: step.order,
    how: step.how,
    places: placesOut(places),
    minutes: step.minutes,
    cautions: step.cautions.map((id) => `${CAUTIONS[id].name}: ${CAUTIONS[id].text}`),
    waitsFor: step.waits.map(({ for: id, because }) => ({ step: id, because })),
    ...(quantity?.kind === 'figure' ? { units: quantity.units } : {}),
    ...(spec === undefined || quantity?.kind !== 'figure'
      ? {}
      : {
          spec: {
            low: spec.low / MEASURE_UNITS[quantity.units[0]].is,
            high: spec.high / MEASURE_UNITS[quantity.units[0]].is,
          },
        }),
    ...(quantity?.kind === 'choice' ? { choices: quantity.choices.map(({ id, text }) => ({ id, text })) } : {}),
  };
}
