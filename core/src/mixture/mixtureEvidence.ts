import { at } from '../basics';
import type { Evidence } from '../suspects/infer';
import { type Circuit, cylindersOf, mixtureScrews } from './circuits';
import { mixtureFindings } from './explain';
import type { MixtureFinding } from './finding';
import type { Mixture } from './mixture';

/** What the mixture showed that no screw cures, and what it showed to be sound there, in the words of the search's map: each once. */
export function mixtureEvidence(mixture: Mixture): readonly Evidence[] {
  const findings = mixtureFindings(mixture);
  const told = findings.flatMap((finding) => evidenceOf(mixture, finding));
  const places = new Set(findings.filter(({ is }) => is !== 'contradiction').map(({ throat }) => throat));
  const sound = mixture.layout.circuits
    .filter(({ throat }) => places.has(throat))
    .flatMap((circuit) => soundAt(mixture, circuit, findings));
  return [...new Map([...told, ...sound].map((each) => [JSON.stringify(each), each])).values()];
}

const observed = (observation: string, seen: boolean, place?: string): Evidence => ({
  kind: 'observed',
  observation,
  place,
  seen,
});

function evidenceOf(mixture: Mixture, finding: MixtureFinding): readonly Evidence[] {
  const { setup, circuits } = mixture.layout;
  const circuit = circuits.find(({ throat }) => throat === finding.throat);
  switch (finding.is) {
    case 'noEffect':
      return [observed('screwDead', true, finding.throat)];
    case 'farFromSisters':
      return [observed(finding.side === 'richer' ? 'screwRicher' : 'screwLeaner', true, finding.throat)];
    case 'outOfReach':
      return [observed(finding.still === 'lean' ? 'leanAtEnd' : 'richAtEnd', true, finding.throat)];
    case 'firstOpeningLean':
      return [observed('firstLean', true, finding.throat)];
    case 'firstOpeningRich':
      return [observed('firstRich', true, finding.throat)];
    case 'sistersUnlike':
      return [observed('leanerThanSister', true, finding.cylinder)];
    case 'contradiction':
      return finding.leaner.by === 'sensor' ? [observed('sensorLean', true)] : [];
    case 'misses':
      // An idling two-stroke fires now and then, and is none the worse.
      return setup.engine.strokes === 2 || circuit === undefined
        ? []
        : missing(mixture, circuit).map((cylinder) =>
            observed(finding.stays ? 'missesAnyScrew' : 'missesIdle', true, cylinder),
          );
    case 'nearSeat':
      return [];
  }
}

function missing({ layout, missing: chances }: Mixture, circuit: Circuit): readonly string[] {
  return cylindersOf(layout.setup, circuit.place)
    .filter((k) => at(chances, k) > 0.7)
    .map((k) => layout.setup.cylinders[k]?.id ?? '');
}

/** Turned so far and felt, a screw has its say; below this chance of misses a cylinder was seen to burn. Ours. */
const TURNED = 0.5;
const FELT = { gain: 0.06, doubt: 0.3 } as const;
const BURNS = 0.01;

/** Where something is wrong, what was seen to be right there counts too: a screw with its say speaks against all that takes it away. */
function soundAt(mixture: Mixture, circuit: Circuit, findings: readonly MixtureFinding[]): readonly Evidence[] {
  const { layout, state, turnedInAll } = mixture;
  const { throat } = circuit;
  const isFound = (is: MixtureFinding['is']) => findings.some((each) => each.is === is && each.throat === throat);
  const hasSay = circuit.screws.some(({ screw }) => {
    const place = layout.gain(screw);
    const { id } = at(mixtureScrews(layout.setup), screw);
    return (
      (turnedInAll[id] ?? 0) >= TURNED &&
      Math.exp(at(state.mean, place)) > FELT.gain &&
      Math.sqrt(state.covariance.get(place, place)) < FELT.doubt
    );
  });
  const burning = cylindersOf(layout.setup, circuit.place).filter((k) => at(mixture.missing, k) < BURNS);
  return [
    ...(hasSay && !isFound('noEffect') ? [observed('screwDead', false, throat)] : []),
    ...burning.map((k) => observed('missesIdle', false, layout.setup.cylinders[k]?.id)),
  ];
}
