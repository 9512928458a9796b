import type { Job } from '../../job';
import { actionOn } from '../../setup';
import { quantileOf } from '../../signal';
import type { Evidence } from '../infer';
import type { Weighed } from '../weighRivals';

/** The bench's own suspicion counts as seen when it is more likely than not. Ours. */
const SEEN_AT = 0.5;
/** A needle that flutters so many times as much as its sisters', and by so much more, flutters. Ours; kPa. */
const FLUTTERS_TIMES = 2.5;
const FLUTTERS_BY_KPA = 0.3;
/** In so many of the latest readings. Ours. */
const READINGS = 2;

/** What the bench saw by itself, in the words of the map: each once. */
export function benchEvidence(job: Job, suspicions: readonly Weighed[]): readonly Evidence[] {
  const seen = (observation: string, place: string): Evidence => ({ kind: 'observed', observation, place, seen: true });
  const named = suspicions
    .filter(({ probability }) => probability >= SEEN_AT)
    .flatMap(({ suspicion }): readonly Evidence[] => {
      switch (suspicion.kind) {
        case 'deadScrew':
          return throatsOf(job, suspicion.adjuster).map((throat) => seen('stopDead', throat));
        case 'wornShaft':
          return [seen('comesElsewhere', suspicion.throat)];
        case 'airLeak':
          return [seen(job.airflows.length > 0 ? 'airShort' : 'depressionLow', suspicion.throat)];
        case 'exchangedHoses':
          return suspicion.throats.map((throat) => seen('answersOther', throat));
        default:
          return [];
      }
    });
  return [...named, ...fluttering(job).map((cylinder) => seen('flutters', cylinder))];
}

/** The throats that a screw moves by itself. */
function throatsOf({ setup }: Job, adjuster: string): readonly string[] {
  const screw = setup.adjusters.find(({ id }) => id === adjuster);
  const throats = setup.throats.filter(({ id }) => screw !== undefined && actionOn(screw, id) !== 0);
  return throats.length === 1 ? throats.map(({ id }) => id) : [];
}

/** Cylinders whose needle fluttered more than its sisters' in the latest readings, each fed by a throat of its own. */
function fluttering({ setup, readings }: Job): readonly string[] {
  const latest = readings.slice(-READINGS);
  if (latest.length < READINGS) return [];
  return setup.throats.flatMap(({ id, feeds }) => {
    const [only, ...others] = feeds;
    const always = latest.every(({ channels }) => {
      const own = channels.find(({ throat }) => throat === id)?.flutterKPa;
      const rest = channels.flatMap(({ throat, flutterKPa }) => (throat === id ? [] : (flutterKPa ?? [])));
      if (own === undefined || rest.length === 0) return false;
      const usual = quantileOf(rest, 0.5);
      return own > FLUTTERS_TIMES * usual && own > usual + FLUTTERS_BY_KPA;
    });
    return always && only !== undefined && others.length === 0 ? [only] : [];
  });
}
