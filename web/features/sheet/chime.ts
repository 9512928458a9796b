import { createEar } from '@/features/bench/sound/ear';

const MUTED = 'sheet-muted';
const LOUD = 0.5;
const LASTS_MS = 900;

export function isMuted(): boolean {
  return localStorage.getItem(MUTED) === 'yes';
}

export function mute(muted: boolean): void {
  localStorage.setItem(MUTED, muted ? 'yes' : 'no');
}

/** The end of a timed test, to be heard across a shop; silent where sound is muted or not allowed. */
export function chime(): void {
  if (isMuted() || typeof AudioContext === 'undefined') return;
  const context = new AudioContext();
  const ear = createEar(context);
  ear.level(LOUD);
  ear.cue();
  setTimeout(() => {
    ear.close();
    void context.close();
  }, LASTS_MS);
}
