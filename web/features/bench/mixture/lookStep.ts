import { BLENDS, type Blend, blendStoichiometry, lambdaOnScale } from '@amber-needle/core/fuel';
import type { Bare } from '@amber-needle/core/job';
import type { MixturePlan, MixtureStep } from '@amber-needle/core/mixture';
import type { PracticeLook } from '@amber-needle/core/practice';
import { COLOUR_WORDS, LIFT_WORDS } from '@/words/mixtureWords';
import { numeral, THIN, withUnit } from '@/words/numbers';
import { fraction } from '@/words/turns';

/** A step that looks at something: all but a turn. */
export type LookStep = Exclude<MixtureStep, { do: 'turn' }>;

/** A figure that was read at a place; what a practice instrument tells besides comes with it. */
export interface Figure {
  readonly place: string;
  readonly value: number;
  readonly uncertainty?: number;
  readonly flutter?: number;
}

/** What a form asks for: bounds beyond which it was mistyped. */
export interface Asked {
  readonly label: string;
  readonly unit: string;
  readonly low: number;
  readonly high: number;
  readonly unseen: string;
}

export function titleOf(step: LookStep, place: string): string {
  switch (step.do) {
    case 'count':
      return `Screw ${place}: turns to its seat`;
    case 'freeAir':
      return place === 'sensor' ? 'The sensor in free air' : `Sensor ${place} in free air`;
    case 'look':
      switch (step.instrument) {
        case 'sensor':
          return place === 'collector' ? 'Lambda where all exhausts meet' : `Lambda, exhaust ${place}`;
        case 'co':
          return `CO, exhaust ${place}`;
        case 'colour':
          return `Flame of cylinder ${place}`;
        case 'lift':
          return `Piston of throat ${place}, lifted a little`;
        case 'tachometer':
          return 'Idle speed';
        case 'ears':
          return 'How did the idle answer?';
      }
  }
}

export function askOf(step: LookStep, scale: Blend = BLENDS.petrol): Asked {
  if (step.do === 'count')
    return { label: 'Turns until it just touches', unit: 'turns', low: 0, high: 20, unseen: 'Not counted' };
  if (step.do === 'freeAir')
    return { label: 'Oxygen that it shows', unit: '%', low: 5, high: 40, unseen: 'Cannot check it' };
  switch (step.instrument) {
    case 'co':
      return { label: 'Carbon monoxide', unit: '%', low: 0, high: 15, unseen: '' };
    case 'tachometer':
      return { label: 'Speed', unit: 'rpm', low: 100, high: 20_000, unseen: '' };
    default:
      return { label: `Lambda, or air/fuel ${scaleText(scale)}`, unit: '', low: 0.4, high: 60, unseen: '' };
  }
}

/** A figure with what the practice engine's instrument told besides, where it is the one that was shown. */
export function lookedFigure(place: string, value: number, look: PracticeLook | undefined): Figure {
  if (look?.instrument === 'sensor' && Math.abs(look.lambda - value) < 0.006)
    return { place, value: look.lambda, uncertainty: Math.min(1, look.uncertainty), flutter: look.flutter };
  if (look?.instrument === 'tachometer' && Math.abs(look.rpm - value) < 1)
    return { place, value: look.rpm, uncertainty: look.uncertainty };
  return { place, value };
}

/** No idle burns at a lambda of five, and no petrol at an air/fuel ratio below it. */
const RATIO_FROM = 5;

/** Lambda of what was typed: a gauge that shows air/fuel ratio prints it on the scale of one fuel, whatever burns. */
export function lambdaTyped(value: number, scale: Blend = BLENDS.petrol): number {
  return value < RATIO_FROM ? value : lambdaOnScale(value, scale);
}

/** The fuel on whose scale a plan's gauge prints. */
export function scaleOf(plan: Pick<MixturePlan, 'scale' | 'fuel'> | undefined): Blend {
  return plan?.scale === 'fuel' ? plan.fuel : BLENDS.petrol;
}

/** `on the petrol scale`, or where lambda is 1 on that of what burns. */
function scaleText(scale: Blend): string {
  return scale === BLENDS.petrol
    ? 'on the petrol scale'
    : `on its fuel’s scale, ${numeral(blendStoichiometry(scale), 1)} at 1`;
}

/** What figures say to the log. */
export function proposalOf(step: LookStep, figures: readonly Figure[], scale: Blend = BLENDS.petrol): readonly Bare[] {
  if (step.do === 'look' && step.instrument === 'sensor')
    return [
      {
        kind: 'mixtureSeen',
        seen: {
          how: 'sensor',
          figures: figures.map(({ place, value, uncertainty, flutter }) => ({
            exhaust: place,
            lambda: lambdaTyped(value, scale),
            ...(uncertainty === undefined ? {} : { uncertainty }),
            ...(flutter === undefined ? {} : { flutter }),
          })),
        },
      },
    ];
  return figures.map(({ place, value, uncertainty }): Bare => {
    if (step.do === 'count') return { kind: 'mixtureSeen', seen: { how: 'turns', adjuster: place, fromSeat: value } };
    if (step.do === 'freeAir') return freeAir(place, value);
    if (step.instrument === 'co') return { kind: 'mixtureSeen', seen: { how: 'co', exhaust: place, percent: value } };
    return {
      kind: 'responded',
      answer: { by: 'tachometer', rpm: value, ...(uncertainty === undefined ? {} : { uncertaintyRpm: uncertainty }) },
    };
  });
}

function freeAir(place: string, oxygenPercent: number | null): Bare {
  const seen = { how: 'freeAir' as const, oxygenPercent };
  return { kind: 'mixtureSeen', seen: place === 'sensor' ? seen : { ...seen, exhaust: place } };
}

/** What says of places that nothing was seen there; undefined where a step cannot be passed. */
export function unseenOf(step: LookStep, places: readonly string[]): readonly Bare[] | undefined {
  switch (step.do) {
    case 'count':
      return [{ kind: 'mixtureSeen', seen: { how: 'turns', adjuster: step.adjuster, fromSeat: null } }];
    case 'freeAir':
      return places.map((place) => freeAir(place, null));
    case 'look':
      return undefined;
  }
}

/** What an instrument of the practice engine shows, as it shows it. */
export function lookedText(look: PracticeLook): string {
  switch (look.instrument) {
    case 'sensor':
      return `${numeral(look.lambda, 2)}${look.flutter > 0.03 * look.lambda ? `, flutters by ${numeral(look.flutter, 2)}` : ', steady'}`;
    case 'freeAir':
      return withUnit(look.oxygenPercent, 1, '% O₂');
    case 'co':
      return withUnit(look.percent, 1, '% CO');
    case 'colour':
      return COLOUR_WORDS[look.colour];
    case 'lift':
      return LIFT_WORDS[look.answer];
    case 'tachometer':
      return `${withUnit(look.rpm, 0, 'rpm')}${THIN}±${THIN}${numeral(look.uncertainty, 0)}`;
    case 'count':
      return `${fraction(look.fromSeat)} turns`;
  }
}
