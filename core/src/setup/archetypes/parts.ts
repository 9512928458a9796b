import type { Body, Fitting } from '../carburetorSchema';
import type { Adjuster, Cylinder, Throat } from '../schema';

/** Screws that archetypes share. Pitches and ranges are common practice, no source; levers are ours. */
const SCREW = { pitchMm: 0.5, range: { outTurns: 3, inTurns: 4 } };
/** A mixture screw as found stands at its base turns from the seat. */
const MIXTURE = { pitchMm: 0.75, leverMm: 10, range: { outTurns: 4, inTurns: 2 } };

/** Cylinders 1, 2, ... that fire in turn at the given angles. */
export function cylindersFiringAt(angles: readonly number[]): Cylinder[] {
  return angles.map((firingDeg, i) => ({ id: String(i + 1), firingDeg }));
}

export interface ThroatLine {
  readonly id: string;
  readonly carburetor: string;
  readonly feeds: readonly string[];
}

/** Throats that differ in name and in what they feed only. */
export function throatsAlike(
  lines: readonly ThroatLine[],
  alike: Omit<Throat, 'id' | 'carburetor' | 'feeds'>,
): Throat[] {
  return lines.map(({ id, carburetor, feeds }) => ({ ...alike, id, carburetor, feeds: [...feeds] }));
}

export interface StopLine {
  readonly id: string;
  readonly label: string;
  readonly throats: readonly string[];
  readonly seenFrom: string;
}

/** A screw that opens throats when turned in. */
export function opens(line: StopLine, kind: Adjuster['kind'], leverMm: number): Adjuster {
  const { id, label, throats, seenFrom } = line;
  return {
    ...SCREW,
    id,
    label,
    kind,
    leverMm,
    seenFrom,
    acts: throats.map((throat) => ({ throat, turnedIn: 'opens' })),
  };
}

/** A mixture screw on one throat, named M and the throat. On a fuel screw in is leaner, on an air screw and here on a jet nut richer. */
export function mixture(kind: 'fuelScrew' | 'airScrew' | 'jetNut', throat: string, seenFrom: string): Adjuster {
  const NAMES = { fuelScrew: 'Fuel screw', airScrew: 'Air screw', jetNut: 'Jet nut' } as const;
  const turnedIn = kind === 'fuelScrew' ? 'leaner' : 'richer';
  return {
    ...MIXTURE,
    id: `M${throat}`,
    label: `${NAMES[kind]} ${throat}`,
    kind,
    seenFrom,
    acts: [{ throat, turnedIn }],
  };
}

interface FittingFacts extends Pick<Fitting, 'tap' | 'cooling' | 'choke'> {
  /** Gravity when left out. */
  readonly feed?: Fitting['feed'];
  /** Each carburetor has an inlet of its own; else one feeds all, or these. */
  readonly each?: boolean;
  readonly inlets?: readonly (readonly string[])[];
  readonly specs?: Fitting['specs'];
}

/** Carburetors of one kind, with what feeds them. Specifications are ours: the machines are invented. */
export function fittingAlike(names: readonly string[], body: Body, facts: FittingFacts): Fitting {
  const { feed = 'gravity', each = false, inlets, specs, tap, cooling, choke } = facts;
  const groups = inlets ?? (each ? names.map((name) => [name]) : [names]);
  return {
    carburetors: names.map((name) => ({ name, body, bowls: 1 })),
    inlets: groups.map((feeds) => ({
      name: groups.length === 1 ? 'Inlet' : `Inlet ${feeds.join(' and ')}`,
      feeds: [...feeds],
    })),
    tap,
    feed,
    cooling,
    choke,
    ...(specs === undefined ? {} : { specs }),
  };
}
