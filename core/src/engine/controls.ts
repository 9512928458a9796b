import { at } from '../basics';
import type { CommonDeparture } from '../faults';
import { enrichmentOn, isStepped, type Setup } from '../setup';
import { radiansFromDegrees } from '../units';
import type { Engine } from './engineTypes';
import { BOX_WARMING } from './gas/induction';
import type { Linkage } from './linkage/linkage';
import type { Screw } from './linkage/screws';
import type { Machine } from './machine';

/** Boiling over after a hot stop dies away with this time constant, s. Ours. */
const BOIL_TIME = 20;
/** A choke's cam opens the throttles by this when it is all on. Ours. */
const FAST_IDLE = radiansFromDegrees(4);
/** Above this a stop counts as hot: fuel in the bowls warms up afterwards, K. Ours. */
const HOT = 350;

/** An engine's inside, as its door needs it. */
export interface Inside {
  readonly setup: Setup;
  readonly machine: Machine;
  readonly screws: readonly Screw[];
  readonly linkage: Linkage;
  /** What is wrong with what all cylinders share. */
  readonly common: CommonDeparture;
  readonly dt: number;
  /** What the choke's cam opens the throttles by, radians. */
  readonly fastIdle: { opening: number };
}

/** Everything that changes an engine but time. */
type Controls = Pick<
  Engine,
  | 'start'
  | 'stop'
  | 'running'
  | 'blip'
  | 'hand'
  | 'load'
  | 'turn'
  | 'couple'
  | 'filters'
  | 'choke'
  | 'meterOn'
  | 'liftPiston'
  | 'warmUp'
>;

/** The hand's side of an engine; begins with filters on and the choke off. */
export function controlsOf(inside: Inside): Controls {
  const { machine, linkage, common } = inside;
  const { crank, throats, driver, means, thermal } = machine.parts;
  const { filters, choke } = airSide(inside);
  const stirring = stirsWhenHot(machine, common.boilsOver);
  filters(true);
  choke(0);
  return {
    start() {
      if (!crank.turning()) means.forget();
      crank.start();
      stirring.started();
    },
    stop() {
      crank.cut();
      stirring.stopped();
    },
    running: () => crank.lit(),
    blip: () => driver.take({ kind: 'blip' }),
    hand: driver.take,
    load: (load) => crank.load(load),
    turn: turning(inside),
    couple(coupling, clamped) {
      const done = linkage.couple(coupling, clamped);
      machine.moved();
      return done;
    },
    filters,
    choke,
    meterOn(id) {
      for (const t of throats) t.metered = t.throat.id === id;
      machine.moved();
      return id === undefined || throats.some(({ metered }) => metered);
    },
    liftPiston(id, by) {
      const throat = throats.find((t) => t.throat.id === id && t.throat.throttle === 'constantDepression');
      if (throat !== undefined) throat.carburetor.piston.lifted = by;
      return throat !== undefined;
    },
    warmUp: thermal.warmUp,
  };
}

function turning({ machine, screws }: Inside): Engine['turn'] {
  return (id, by, how) => {
    const screw = screws.find(({ adjuster }) => adjuster.id === id);
    if (screw === undefined) return { outcome: 'noSuchScrew' };
    const outcome = screw.turn(by, how === 'forced');
    setMixtures(machine, screws);
    machine.moved();
    return outcome;
  };
}

/** Filters and choke, with what faults leave of them. */
function airSide({ machine, common, fastIdle }: Inside): Pick<Engine, 'filters' | 'choke'> {
  const { outside, throats } = machine.parts;
  const warmth = outside.temperature;
  return {
    filters(on) {
      outside.filter = on ? 1 / common.filterFlow : 0;
      outside.temperature = warmth + (on ? BOX_WARMING : 0);
    },
    choke(share) {
      const on = Math.max(common.chokeOn, share);
      fastIdle.opening = FAST_IDLE * on;
      for (const { carburetor } of throats) carburetor.choke = on;
      machine.moved();
    },
  };
}

/** A pilot jet's next size passes so much more. Ours: sizes go by some twentieth. */
const PER_SIZE = 1.06;

/** Carries every mixture screw's turns, and every jet's sizes, to its carburetor. */
export function setMixtures(machine: Machine, screws: readonly Screw[]): void {
  for (const { throat, carburetor } of machine.parts.throats) {
    const richer = (comesInSizes: boolean) =>
      screws
        .filter(({ adjuster }) => isStepped(adjuster) === comesInSizes)
        .reduce((sum, screw) => sum + enrichmentOn(screw.adjuster, throat.id) * screw.effective(), 0);
    carburetor.state.enrichedTurns = richer(false);
    carburetor.state.jet = PER_SIZE ** richer(true);
  }
}

/** Fuel that boils over after a hot stop floods the next start, and dies away. */
function stirsWhenHot(machine: Machine, share: number) {
  const sound = machine.parts.throats.map(({ carburetor }) => carburetor.state.flooding);
  let hotStop = false;
  let boiling = 0;
  if (share > 0) {
    machine.onSlow((dt) => {
      boiling *= 1 - dt / BOIL_TIME;
      machine.parts.throats.forEach(({ carburetor }, i) => {
        carburetor.state.flooding = at(sound, i) + boiling;
      });
    });
  }
  return {
    stopped() {
      hotStop = machine.parts.thermal.temperature() > HOT;
    },
    started() {
      if (hotStop) boiling = share;
      hotStop = false;
    },
  };
}
