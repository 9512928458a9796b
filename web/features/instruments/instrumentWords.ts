import type { Instrument } from '@/server/db/instruments';
import { day } from '@/words/dates';

/** Classes as makers print them, per cent. `common practice, no source`. */
export const CLASSES = [0.25, 0.5, 1, 1.6, 2.5, 4] as const;

/** What each kind of instrument is called. */
export const INSTRUMENT_NAMES: Readonly<Record<Instrument['what'], string>> = {
  gaugeSet: 'gauge set',
  gauge: 'single gauge',
  airflowMeter: 'airflow meter',
  tachometer: 'tachometer',
  lambdaSensor: 'lambda sensor',
  coMeter: 'CO meter',
  transparentPlug: 'transparent plug',
};

export function isInstrumentKind(text: string): text is Instrument['what'] {
  return text in INSTRUMENT_NAMES;
}

export function classText(classPercent: number | null): string {
  return classPercent === null ? 'class not known' : `${classPercent} %`;
}

/** When matching last taught something of it. */
export function learnedText({ learned }: Instrument): string {
  const [first] = learned;
  return first === undefined ? 'nothing learned yet' : `matched on ${day(first.on)}`;
}
