import { alignFitting } from './editFitting';
import { concernOf, isStepped } from './effect';
import type { Adjuster, AdjusterKind, Coupling, Cylinder, Pipe, Setup, Throat } from './schema';

/** What a turn in does to one throat, as a builder offers it. */
export type TurnedIn = Adjuster['acts'][number]['turnedIn'];

/** The smallest number that no part is called yet, as an id. */
export function freeId(parts: readonly { readonly id: string }[], letters = false): string {
  const taken = new Set(parts.map(({ id }) => id));
  for (let n = 1; ; n += 1) {
    const id = letters && n <= 26 ? String.fromCharCode(64 + n) : String(n);
    if (!taken.has(id)) return id;
  }
}

/** Changes one part of a list, the part with this id. */
function changed<P extends { readonly id: string }>(parts: readonly P[], id: string, change: Partial<P>): P[] {
  return parts.map((part) => (part.id === id ? { ...part, ...change } : part));
}

export function changeCylinder(setup: Setup, id: string, change: Partial<Cylinder>): Setup {
  return { ...setup, cylinders: changed(setup.cylinders, id, change) };
}

export function changeThroat(setup: Setup, id: string, change: Partial<Throat>): Setup {
  return alignFitting(setup, { ...setup, throats: changed(setup.throats, id, change) });
}

export function changeAdjuster(setup: Setup, id: string, change: Partial<Adjuster>): Setup {
  return { ...setup, adjusters: changed(setup.adjusters, id, change) };
}

export function changeCoupling(setup: Setup, id: string, change: Partial<Coupling>): Setup {
  return { ...setup, couplings: changed(setup.couplings, id, change) };
}

/** One more cylinder with a throat of its own like the last one, firing last. */
export function addCylinder(setup: Setup): Setup {
  const id = freeId(setup.cylinders);
  const model = setup.throats.at(-1);
  const cylinders = [...setup.cylinders, { id, firingDeg: 0 }];
  const evenly = cylinders.map((cylinder, i) => ({
    ...cylinder,
    firingDeg: (i * setup.engine.strokes * 180) / cylinders.length,
  }));
  const throats =
    model === undefined
      ? setup.throats
      : [...setup.throats, { ...model, id: freeId(setup.throats), carburetor: `No. ${id}`, feeds: [id] }];
  return alignFitting(setup, { ...setup, cylinders: evenly, throats });
}

/** Takes a cylinder out, and the throats that fed nothing else. */
export function removeCylinder(setup: Setup, id: string): Setup {
  const throats = setup.throats.map((throat) => ({ ...throat, feeds: throat.feeds.filter((fed) => fed !== id) }));
  const idle = throats.filter(({ feeds }) => feeds.length === 0).map((throat) => throat.id);
  const without = { ...setup, cylinders: setup.cylinders.filter((cylinder) => cylinder.id !== id), throats };
  return idle.reduce(removeThroat, without);
}

/** Takes a throat out of everything that names it; screws and clamps that are left with nothing go with it. */
export function removeThroat(setup: Setup, id: string): Setup {
  const joined = <J extends { readonly joins: readonly string[] }>(parts: readonly J[]) =>
    parts
      .map((part) => ({ ...part, joins: part.joins.filter((throat) => throat !== id) }))
      .filter(({ joins }) => joins.length >= 2);
  return alignFitting(setup, {
    ...setup,
    throats: setup.throats.filter((throat) => throat.id !== id),
    adjusters: setup.adjusters.flatMap(({ between, ...adjuster }) => {
      const acts = adjuster.acts.filter(({ throat }) => throat !== id);
      const stands = between === undefined || between.includes(id) ? {} : { between };
      return acts.length === 0 ? [] : [{ ...adjuster, ...stands, acts }];
    }),
    couplings: joined(setup.couplings),
    ...(setup.pipes === undefined ? {} : { pipes: joined(setup.pipes) }),
  });
}

/** Sizes smaller and larger that a workshop has of a jet. Ours. */
const SIZES = { outTurns: 4, inTurns: 4 };

/** One more screw on the first throat that no screw of its concern moves yet. Pitch, lever and range are common practice, no source. */
export function addAdjuster(setup: Setup, kind: AdjusterKind): Setup {
  const id = freeId(setup.adjusters, true);
  const isMixture = concernOf({ kind }) === 'mixture';
  const turnedIn: TurnedIn = isMixture ? (kind === 'fuelScrew' ? 'leaner' : 'richer') : 'opens';
  const comesInSizes = isStepped({ kind });
  const taken = new Set(
    setup.adjusters
      .filter((adjuster) => adjuster.kind === kind)
      .flatMap(({ acts }) => acts.map(({ throat }) => throat)),
  );
  const throats =
    kind === 'idleKnob' ? setup.throats : setup.throats.filter((throat) => !taken.has(throat.id)).slice(0, 1);
  const moved = throats.length === 0 ? setup.throats.slice(0, 1) : throats;
  const adjuster: Adjuster = {
    id,
    label: `${comesInSizes ? 'Jet' : 'Screw'} ${id}`,
    kind,
    acts: moved.map((throat) => ({ throat: throat.id, turnedIn })),
    pitchMm: isMixture ? 0.75 : 0.5,
    leverMm: isMixture ? 10 : 60,
    range: comesInSizes ? SIZES : isMixture ? { outTurns: 4, inTurns: 2 } : { outTurns: 3, inTurns: 4 },
    seenFrom: comesInSizes ? 'below, with the bowl off' : 'above, looking down on the screw head',
  };
  return { ...setup, adjusters: [...setup.adjusters, adjuster] };
}

export function removeAdjuster(setup: Setup, id: string): Setup {
  return { ...setup, adjusters: setup.adjusters.filter((adjuster) => adjuster.id !== id) };
}

/** What a screw does to one throat when it is turned in; undefined: nothing. */
export function setAct(
  setup: Setup,
  { id, throat }: { readonly id: string; readonly throat: string },
  turnedIn: TurnedIn | undefined,
): Setup {
  const order = setup.throats.map((part) => part.id);
  return {
    ...setup,
    adjusters: setup.adjusters.map((adjuster) => {
      if (adjuster.id !== id) return adjuster;
      const others = adjuster.acts.filter((act) => act.throat !== throat);
      const acts = turnedIn === undefined ? others : [...others, { throat, turnedIn }];
      return { ...adjuster, acts: acts.sort((a, b) => order.indexOf(a.throat) - order.indexOf(b.throat)) };
    }),
  };
}

/** A clamp between all throats. */
export function addCoupling(setup: Setup): Setup {
  const id = `C${freeId(setup.couplings)}`;
  const coupling = { id, label: 'Coupling clamp', joins: setup.throats.map((throat) => throat.id) };
  return { ...setup, couplings: [...setup.couplings, coupling] };
}

export function removeCoupling(setup: Setup, id: string): Setup {
  return { ...setup, couplings: setup.couplings.filter((coupling) => coupling.id !== id) };
}

/** A pipe between the first two neighbours that none joins yet. Its bore is ours. */
export function addPipe(setup: Setup): Setup {
  const pipes = setup.pipes ?? [];
  const ids = setup.throats.map((throat) => throat.id);
  const neighbours = ids.slice(1).map((id, i) => [ids[i] ?? id, id]);
  const joins = neighbours.find((pair) => !pipes.some((pipe) => pair.every((id) => pipe.joins.includes(id))));
  const pipe = { id: `P${freeId(pipes.map(({ id }) => ({ id: id.slice(1) })))}`, label: 'Balance pipe', boreMm: 6 };
  return { ...setup, pipes: [...pipes, { ...pipe, joins: joins ?? ids.slice(0, 2) }] };
}

/** Changes a pipe; a third end takes the place of the first. */
export function changePipe(setup: Setup, id: string, change: Partial<Pipe>): Setup {
  const ends = change.joins === undefined ? {} : { joins: change.joins.slice(-2) };
  return { ...setup, pipes: changed(setup.pipes ?? [], id, { ...change, ...ends }) };
}

/** Takes a pipe out; a bank whose last one it was has none. */
export function removePipe({ pipes = [], ...setup }: Setup, id: string): Setup {
  const left = pipes.filter((pipe) => pipe.id !== id);
  return left.length === 0 ? setup : { ...setup, pipes: left };
}
