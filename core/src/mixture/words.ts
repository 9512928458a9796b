/** What an eye names through a transparent plug, from rich to lean, and a flame that is not always there. */
export const FLAME_COLOURS = ['darkYellow', 'yellow', 'yellowBlue', 'cleanBlue', 'pale', 'whitish', 'misses'] as const;
export type FlameColourSeen = (typeof FLAME_COLOURS)[number];

/** How the speed answers when a piston is lifted a little, from rich to lean. */
export const LIFT_ANSWERS = ['risesAndStays', 'risesAndSettles', 'falls', 'stalls'] as const;
export type LiftAnswer = (typeof LIFT_ANSWERS)[number];

/** An exhaust against its sisters, by hand held near it or by a probe. */
export const WARMTHS = ['colder', 'alike', 'hotter'] as const;
export type Warmth = (typeof WARMTHS)[number];

/** The insulator of a plug that has idled for a while. */
export const PLUG_COLOURS = ['sooty', 'tan', 'white'] as const;
export type PlugColour = (typeof PLUG_COLOURS)[number];

/** How two ears hear the speed answer a turn. */
export const HEARD_ANSWERS = ['rose', 'same', 'fell'] as const;
export type HeardAnswer = (typeof HEARD_ANSWERS)[number];

/** What there is to look at the mixture with. */
export const MIXTURE_INSTRUMENTS = ['sensor', 'co', 'colour', 'lift', 'tachometer', 'ears'] as const;
export type MixtureInstrument = (typeof MIXTURE_INSTRUMENTS)[number];

/** Where a lambda sensor sits: one in each exhaust, one carried from exhaust to exhaust, one where all exhausts have met. */
export const SENSOR_PLACES = ['each', 'carried', 'collector'] as const;
export type SensorPlace = (typeof SENSOR_PLACES)[number];

/** What is seen of the mixture on an engine that stands: a screw counted from its seat, a probe in free air, a plug taken out. */
const SEEN_STANDING: ReadonlySet<string> = new Set(['turns', 'freeAir', 'plug']);

/** Whether the engine had to run for this to be seen. */
export function isOfRunning({ how }: { readonly how: string }): boolean {
  return !SEEN_STANDING.has(how);
}

/** The name of the place where all exhausts have met, in what was seen. */
export const COLLECTOR = 'collector';
