import { recordingReading, windowOf } from '@amber-needle/core/signal';
import { decodeTrace, samplesOf } from '@amber-needle/core/trace';
import { failed, type Outcome } from './outcome';

export interface ReadResult {
  readonly outcome: Outcome;
  /** Rows and columns that were passed over: worth a warning, no failure. */
  readonly warnings: readonly string[];
}

/** `needle read`: a trace's readings, per channel in kPa below ambient. */
export function readCommand(file: string, text: string, strokes: 2 | 4): ReadResult {
  const { trace, problems } = decodeTrace(text);
  const lines = problems.map(({ line, reason }) => `${file}:${line}: ${reason}`);
  if (problems.some(({ fatal }) => fatal)) return { outcome: failed(...lines), warnings: [] };
  const samples = samplesOf(trace);
  if (samples.channels.length === 0 || trace.rows.length === 0) {
    return { outcome: failed(...lines, `${file}: no pressure readings in it`), warnings: [] };
  }
  const reading = recordingReading(windowOf(samples), strokes);
  const data = {
    phase: reading.phase,
    fromS: reading.from,
    durationS: reading.duration,
    barometerKPa: samples.barometer,
    channels: reading.channels.map(({ throat, state, depression, uncertainty, againstGroup, pulse, flutter }) => ({
      throat,
      state: state.kind,
      ...(state.kind === 'implausible' ? { because: state.because } : {}),
      depressionKPa: finite(depression),
      uncertaintyKPa: finite(uncertainty),
      againstGroupKPa: finite(againstGroup),
      pulseKPa: finite(pulse),
      flutterKPa: finite(flutter),
    })),
    speed:
      reading.speed === undefined
        ? null
        : { rpm: reading.speed.speed, uncertaintyRpm: finite(reading.speed.uncertainty), from: reading.speed.from },
  };
  return { outcome: { outcome: 'data', data }, warnings: lines };
}

/** JSON has no NaN and no infinity: what is not known is null. */
function finite(value: number): number | null {
  return Number.isFinite(value) ? value : null;
}
