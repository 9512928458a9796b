/** The tone that stands still, Hz: clear of an idling engine's own noise. Ours. */
export const STEADY_HZ = 660;
/** A cue: higher, and over soon. Ours. */
const CUE_HZ = 1320;
const CUE_S = 0.12;
/** Changes glide over this long, s: a step would click. */
const GLIDE_S = 0.05;

/** Two tones that beat against each other, and a cue beside them. */
export interface Ear {
  /** How fast they beat, Hz; undefined: silence. */
  beat(hz: number | undefined): void;
  /** From 0 to 1. */
  level(level: number): void;
  cue(): void;
  close(): void;
}

/** The tones on a context of the browser's, or on one that renders offline. */
export function createEar(context: BaseAudioContext): Ear {
  const out = new GainNode(context, { gain: 0 });
  out.connect(context.destination);
  const tones = new GainNode(context, { gain: 0 });
  tones.connect(out);
  const steady = new OscillatorNode(context, { frequency: STEADY_HZ });
  const moving = new OscillatorNode(context, { frequency: STEADY_HZ });
  for (const tone of [steady, moving]) {
    tone.connect(new GainNode(context, { gain: 0.5 })).connect(tones);
    tone.start();
  }
  const glide = (param: AudioParam, value: number) => param.setTargetAtTime(value, context.currentTime, GLIDE_S);
  return {
    beat(hz) {
      glide(tones.gain, hz === undefined ? 0 : 1);
      if (hz !== undefined) moving.frequency.setValueAtTime(STEADY_HZ + hz, context.currentTime);
    },
    level: (level) => glide(out.gain, level),
    cue() {
      const tone = new OscillatorNode(context, { frequency: CUE_HZ });
      tone.connect(out);
      tone.start();
      tone.stop(context.currentTime + CUE_S);
    },
    close() {
      for (const tone of [steady, moving]) tone.stop();
      out.disconnect();
    },
  };
}
