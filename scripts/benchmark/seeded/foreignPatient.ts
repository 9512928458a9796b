import { type Fault, keyOf } from '@amber-needle/core/faults';
import { actionOn, concernOf, type Setup } from '@amber-needle/core/setup';
import { quantileOf } from '@amber-needle/core/signal';
import type { Evidence } from '@amber-needle/core/suspects';
import { createForeignBank, type ForeignBank } from '@amber-needle/core/testing';
import type { Asked } from '../search';
import { deadThroats } from './shown';

/** What is noticed on the foreign bank, kPa against the mean, and of a screw. Ours, as on the practice engine. */
const APART_KPA = 2.5;
const MOVES_KPA = 0.3;
const AMBIENT_KPA = 100;
const LOOKS = 8;
const BLIPS = 4;

export interface ForeignPatient {
  readonly seen: readonly Evidence[];
  readonly answer: (asked: Asked) => string;
}

/** A bank of the foreign engine, balanced but for its fault: what a round of looks, screws and blips shows, and what tests answer there. */
export function foreignPatient(setup: Setup, seed: number, fault: Fault): ForeignPatient {
  const fresh = () => createForeignBank(setup, { seed, turnsOff: 0.02, rpmOff: 30, fault });
  const bank = fresh();
  const first = meanLook(bank);
  const middle = quantileOf(first, 0.5);
  const rests = Array.from({ length: BLIPS }, () => {
    bank.blip();
    return meanLook(bank);
  });
  const wander = setup.throats.map((_, i) => range(rests.map((kPa) => kPa[i] ?? 0)));
  const usual = [...wander].sort((a, b) => a - b)[0] ?? 0;
  const seen = setup.throats.flatMap(({ id }, i): readonly (readonly [string, boolean, string])[] => {
    const off = (first[i] ?? 0) - middle;
    const { moves, other } = screwOf(setup, i, fresh());
    return [
      ['depressionLow', off < -APART_KPA, id],
      ['depressionHigh', off > APART_KPA, id],
      ['comesElsewhere', (wander[i] ?? 0) > usual + APART_KPA / 2, id],
      ['stopDead', !moves && !other, id],
      ['answersOther', other, id],
    ];
  });
  return {
    seen: seen.flatMap(([observation, holds, place]) =>
      holds ? [{ kind: 'observed' as const, observation, place, seen: true }] : [],
    ),
    answer: ({ test, place = '' }) =>
      answers(setup, { fault, fresh, wander, usual, place })[test.id] ?? test.answers[0].id,
  };
}

function answers(
  setup: Setup,
  {
    fault,
    fresh,
    wander,
    usual,
    place,
  }: {
    readonly fault: Fault;
    readonly fresh: () => ForeignBank;
    readonly wander: readonly number[];
    readonly usual: number;
    readonly place: string;
  },
): Readonly<Partial<Record<string, string>>> {
  const at = setup.throats.findIndex(({ id }) => id === place);
  const here = (kind: Fault['kind']) => fault.kind === kind && keyOf(fault).split(/[ ,]/).includes(place);
  const bank = fresh();
  const kPa = meanLook(bank);
  const shares = bank.meter().map((flow, i) => flow / (AMBIENT_KPA - (kPa[i] ?? 0)));
  const mean = shares.reduce((sum, share) => sum + share, 0) / shares.length;
  return {
    meterMouth: (shares[at] ?? 0) < 0.94 * mean ? 'less' : 'alike',
    fiveBlips: (wander[at] ?? 0) > usual + APART_KPA / 2 ? 'scatter' : 'alike',
    sprayLeak: here('airLeak') ? 'flange' : here('wornShaft') ? 'shaft' : 'nothing',
    shaftPlay: here('wornShaft') ? 'loose' : 'tight',
    watchStop: deadThroats(setup, [fault]).includes(place) ? 'still' : 'moves',
    swapHoses: here('exchangedHoses') ? 'hose' : 'follows',
  };
}

/** What half a turn of a throat's own screw moves: its own needle, or another's. */
function screwOf(setup: Setup, throat: number, bank: ForeignBank) {
  const id = setup.throats[throat]?.id ?? '';
  const own = setup.adjusters.find(
    (screw) =>
      concernOf(screw) === 'rest' &&
      setup.throats.filter((each) => actionOn(screw, each.id) !== 0).every((each) => each.id === id) &&
      actionOn(screw, id) !== 0,
  );
  if (own === undefined) return { moves: true, other: false };
  const before = meanLook(bank);
  bank.turn(own.id, 0.5);
  const moved = meanLook(bank).map((kPa, i) => Math.abs(kPa - (before[i] ?? 0)));
  const mostMoved = moved.indexOf(Math.max(...moved));
  const moves = (moved[throat] ?? 0) > MOVES_KPA;
  return { moves, other: mostMoved !== throat && (moved[mostMoved] ?? 0) > MOVES_KPA };
}

function meanLook(bank: ForeignBank): readonly number[] {
  const looks = Array.from({ length: LOOKS }, () => bank.look().depressionsKPa);
  return (looks[0] ?? []).map((_, i) => looks.reduce((sum, look) => sum + (look[i] ?? 0), 0) / LOOKS);
}

function range(values: readonly number[]): number {
  return Math.max(...values) - Math.min(...values);
}
