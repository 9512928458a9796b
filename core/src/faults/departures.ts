/** Where a throat, with its carburetor, is not as it was built. */
export interface ThroatDeparture {
  /** Effective area, m2, through which air comes in behind the throttle. */
  readonly leakArea: number;
  /** Radians by which the throttle comes to rest elsewhere after each blip (one standard deviation). */
  readonly restSpread: number;
  /** Radians by which it is picked up late. */
  readonly play: number;
  /** Times what idle passage and main supply should let through. */
  readonly idleFlow: number;
  readonly mainFlow: number;
  /** Times what needle and needle jet should let through. */
  readonly needleFlow: number;
  /** Metres of transfer slot that show beyond what should, at idle. */
  readonly slotMore: number;
  /** Share of the idle's fuel that goes back while the main begins to draw. */
  readonly feedReversed: number;
  /** Metres by which the fuel stands too high. */
  readonly level: number;
  /** Fuel that comes over by itself, as a share of an idle's. */
  readonly flooding: number;
  /** Share of its rise that the piston has lost. */
  readonly riseLost: number;
}

/** Where a screw is not as it was built. */
export interface ScrewDeparture {
  readonly movesNothing: boolean;
  /** Turns in from where it should be. */
  readonly astray: number;
}

/** Where a cylinder is not as it was built: shares of its work, and of its cycles without fire. */
export interface CylinderDeparture {
  readonly workLost: number;
  readonly misses: number;
  /** Share of its fuel that a sister on the same runner gets. */
  readonly robbed: number;
}

/** Where what all cylinders share is not as it was built. */
export interface CommonDeparture {
  /** Share of the choke that stays on. */
  readonly chokeOn: number;
  /** Times what the air filter should let through. */
  readonly filterFlow: number;
  /** Times an idle's fuel that comes over as the engine is started again hot. */
  readonly boilsOver: number;
  /** Degrees by which the spark comes too early with a whole depression behind the first throat. */
  readonly sparkEarlyDeg: number;
}

/** What one fault changes: parts named by their ids, what is left out stays as it was built. */
export interface Departure {
  readonly throats?: Readonly<Record<string, Partial<ThroatDeparture>>>;
  readonly screws?: Readonly<Record<string, Partial<ScrewDeparture>>>;
  readonly cylinders?: Readonly<Record<string, Partial<CylinderDeparture>>>;
  readonly common?: Partial<CommonDeparture>;
  /** Throats whose gauges sit on each other's hose. */
  readonly exchangedHoses?: readonly (readonly [string, string])[];
}

/** What all faults of an engine change together, for each part. */
export interface Departures {
  throat(id: string): ThroatDeparture;
  screw(id: string): ScrewDeparture;
  cylinder(id: string): CylinderDeparture;
  readonly common: CommonDeparture;
  readonly exchangedHoses: readonly (readonly [string, string])[];
}

/** All departures together; with none, an engine as it was built. */
export function allDepartures(all: readonly Departure[]): Departures {
  return {
    throat: (id) => throatWith(all.flatMap(({ throats }) => throats?.[id] ?? [])),
    screw: (id) => screwWith(all.flatMap(({ screws }) => screws?.[id] ?? [])),
    cylinder: (id) => cylinderWith(all.flatMap(({ cylinders }) => cylinders?.[id] ?? [])),
    common: commonWith(all.flatMap(({ common }) => common ?? [])),
    exchangedHoses: all.flatMap(({ exchangedHoses = [] }) => exchangedHoses),
  };
}

function throatWith(some: readonly Partial<ThroatDeparture>[]): ThroatDeparture {
  return {
    leakArea: sumOf(some, ({ leakArea }) => leakArea),
    restSpread: sumOf(some, ({ restSpread }) => restSpread),
    play: sumOf(some, ({ play }) => play),
    idleFlow: productOf(some, ({ idleFlow }) => idleFlow),
    mainFlow: productOf(some, ({ mainFlow }) => mainFlow),
    needleFlow: productOf(some, ({ needleFlow }) => needleFlow),
    slotMore: sumOf(some, ({ slotMore }) => slotMore),
    feedReversed: Math.min(
      1,
      sumOf(some, ({ feedReversed }) => feedReversed),
    ),
    level: sumOf(some, ({ level }) => level),
    flooding: sumOf(some, ({ flooding }) => flooding),
    riseLost: Math.min(
      1,
      sumOf(some, ({ riseLost }) => riseLost),
    ),
  };
}

function screwWith(some: readonly Partial<ScrewDeparture>[]): ScrewDeparture {
  return {
    movesNothing: some.some(({ movesNothing }) => movesNothing === true),
    astray: sumOf(some, ({ astray }) => astray),
  };
}

function cylinderWith(some: readonly Partial<CylinderDeparture>[]): CylinderDeparture {
  const workLost = sumOf(some, (part) => part.workLost);
  const misses = sumOf(some, (part) => part.misses);
  const robbed = sumOf(some, (part) => part.robbed);
  return { workLost: Math.min(1, workLost), misses: Math.min(1, misses), robbed: Math.min(1, robbed) };
}

function commonWith(some: readonly Partial<CommonDeparture>[]): CommonDeparture {
  return {
    chokeOn: some.reduce((most, { chokeOn = 0 }) => Math.max(most, chokeOn), 0),
    filterFlow: productOf(some, ({ filterFlow }) => filterFlow),
    boilsOver: sumOf(some, ({ boilsOver }) => boilsOver),
    sparkEarlyDeg: sumOf(some, ({ sparkEarlyDeg }) => sparkEarlyDeg),
  };
}

function sumOf<P>(some: readonly P[], figure: (part: P) => number | undefined): number {
  return some.reduce((sum, part) => sum + (figure(part) ?? 0), 0);
}

function productOf<P>(some: readonly P[], figure: (part: P) => number | undefined): number {
  return some.reduce((product, part) => product * (figure(part) ?? 1), 1);
}
