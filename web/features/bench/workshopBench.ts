/** One bench in this workshop so far; a gauge posts to it by this name. */
export const WORKSHOP_BENCH = 'main';
