import { ln, type Random } from '../basics';

/** Level of a mouth's hiss at a gram of air a second, dB, and what ear and hose make of it. Ours: levels compare with each other only. */
const AT_ONE_GRAM = 62;
const DOUBT_DB = 0.7;
/** Turbulent hiss goes with the sixth power of speed (Lighthill's eighth for free jets lies above; ours): 60 dB a decade of air. */
const PER_DECADE = 60;

/** What a hose held to one mouth brings to the ear, dB, from its air in kg/s; silence has no figure. */
export function listenAt(airflow: number, random: Random): number | undefined {
  const heard = DOUBT_DB * random.normal();
  if (airflow <= 0) return undefined;
  return AT_ONE_GRAM + (PER_DECADE * ln(airflow / 1e-3)) / Math.LN10 + heard;
}
