import type { Evidence } from '../suspects/infer';
import { cylindersOf } from './circuits';
import { type MixtureFinding, mixtureFindings } from './explain';
import type { Mixture } from './mixture';

/** What the mixture showed that no screw cures, in the words of the search's map: each once. */
export function mixtureEvidence(mixture: Mixture): readonly Evidence[] {
  const told = mixtureFindings(mixture).flatMap((finding) => evidenceOf(mixture, finding));
  return [...new Map(told.map((each) => [JSON.stringify(each), each])).values()];
}

function evidenceOf(mixture: Mixture, finding: MixtureFinding): readonly Evidence[] {
  const seen = (observation: string, place?: string): Evidence => ({
    kind: 'observed',
    observation,
    place,
    seen: true,
  });
  const { setup, circuits } = mixture.layout;
  const circuit = circuits.find(({ throat }) => throat === finding.throat);
  const cylinders =
    circuit === undefined ? [] : cylindersOf(setup, circuit.place).map((k) => setup.cylinders[k]?.id ?? '');
  switch (finding.is) {
    case 'noEffect':
      return [seen('screwDead', finding.throat)];
    case 'farFromSisters':
      return [seen('screwFar', finding.throat)];
    case 'outOfReach':
      return [seen(finding.still === 'lean' ? 'leanAtEnd' : 'richAtEnd', finding.throat)];
    case 'firstOpeningLean':
      return [seen('firstLean', finding.throat)];
    case 'sistersUnlike':
      return [seen('leanerThanSister', finding.cylinder)];
    case 'contradiction':
      return finding.leaner.by === 'sensor' ? [seen('sensorLean')] : [];
    case 'misses':
      // An idling two-stroke fires now and then, and is none the worse.
      return setup.engine.strokes === 2 ? [] : cylinders.map((cylinder) => seen('missesIdle', cylinder));
    case 'nearSeat':
      return [];
  }
}
