import { standardAtmosphere } from '../air';
import { at, seededRandom } from '../basics';
import { createEngine, type Engine } from '../engine';
import type { Fault } from '../faults';
import { createAirflowMeter, createExhaustLooks, createGaugeSet, type GaugeSet } from '../instruments';
import type { Setup } from '../setup';
import { kelvins, seconds } from '../units';
import type { PracticeChoices } from './choices';
import { carryOut, type HandState, type PracticeCommand } from './commands';
import { drawFault } from './faultTemplates';
import type { PracticeLook } from './mixtureLook';

/** A morning's engine: 15 C. */
const COLD = kelvins(288.15);
/** The meter's hand has chances of its own. */
const METER_SEED = 0xa1f;
const LOOKS_SEED = 0x100c;
const ICE_POINT = 273.15;

/** The practice engine as a panel shows it. */
export interface PracticeState {
  readonly setup: string;
  readonly running: boolean;
  readonly positions: Readonly<Record<string, number>>;
  readonly damaged: readonly string[];
  readonly adjusters: readonly { readonly id: string; readonly label: string }[];
  readonly couplings: readonly { readonly id: string; readonly label: string; readonly clamped: boolean }[];
  /** Speed that a hand holds. */
  readonly holdRpm: number | null;
  readonly filters: boolean;
  /** The throat that all hoses sit on; null while each is on its own. */
  readonly teed: string | null;
  /** The airflow meter on a mouth, and what it shows in its own scale; null while it lies aside. */
  readonly meter: { readonly throat: string; readonly shown: number } | null;
  /** What was looked at last of the mixture; null before the first. */
  readonly look: PracticeLook | null;
  /** How often somebody looked: a figure from before a turn is no answer to it. */
  readonly looks: number;
  readonly choke: number;
  readonly coolantC: number;
  /** What is wrong, where that is shown; null where it is hidden. */
  readonly faults: readonly Fault[] | null;
}

/** A practice engine with gauges on it and a hand beside it. Mutable. */
export interface PracticeBench {
  readonly engine: Engine;
  readonly gauges: GaugeSet;
  /** A text says why a command could not be carried out, or what it broke. */
  carryOut(command: PracticeCommand): string | undefined;
  state(): PracticeState;
  /** What is wrong, hidden or not: for whoever asks to be told. */
  readonly faults: readonly Fault[];
}

export function createPracticeBench(setup: Setup, choices: PracticeChoices, rateHz: number): PracticeBench {
  const { seed } = choices;
  const faults = faultsOfChoices(setup, choices);
  const air = standardAtmosphere(choices.altitudeM);
  const engine = createEngine(setup, { seed, air, faults, ...(choices.cold ? { coolant: COLD } : {}) });
  const hand: HandState = {
    filters: true,
    teed: undefined,
    metered: undefined,
    choke: 0,
    hold: undefined,
    look: undefined,
    looks: 0,
  };
  const gaugeSet = createGaugeSet({ setup, engine, seed, rateHz, faults });
  const meter = createAirflowMeter(seededRandom(seed ^ METER_SEED));
  const gauges: GaugeSet = {
    ...gaugeSet,
    take() {
      const row = gaugeSet.take();
      if (hand.metered !== undefined) meter.show(engine.sensors().throatFlows[hand.metered] ?? 0, seconds(1 / rateHz));
      return row;
    },
  };
  const throats = setup.throats.map(({ id }) => id);
  const looks = createExhaustLooks(engine, seededRandom(seed ^ LOOKS_SEED), setup.engine.strokes);
  const mixture = { setup, engine, looks };
  const labels = setup.adjusters.map(({ id, label }) => ({ id, label }));
  return {
    engine,
    gauges,
    faults,
    carryOut: (command) => carryOut({ engine, throats, gauges, meter, hand, mixture }, command),
    state: () => ({
      setup: setup.name,
      running: engine.running(),
      positions: engine.positions(),
      damaged: engine.damaged(),
      adjusters: labels,
      couplings: setup.couplings.map(({ id, label }) => ({ id, label, clamped: engine.clamped().includes(id) })),
      holdRpm: hand.hold ?? null,
      filters: hand.filters,
      teed: hand.teed ?? null,
      meter: hand.metered === undefined ? null : { throat: at(throats, hand.metered), shown: meter.read() },
      look: hand.look ?? null,
      looks: hand.looks,
      choke: hand.choke,
      coolantC: Math.round(engine.sensors().coolant - ICE_POINT),
      faults: choices.shown ? faults : null,
    }),
  };
}

function faultsOfChoices(setup: Setup, { faults, seed }: PracticeChoices): readonly Fault[] {
  switch (faults.are) {
    case 'none':
      return [];
    case 'drawn':
      return [drawFault(setup, seed)];
    case 'chosen':
      return faults.faults;
  }
}
