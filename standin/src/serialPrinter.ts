import { createWriteStream } from 'node:fs';
import { encodeTrace, type Trace } from '@amber-needle/core/trace';
import type { Sender } from './sender';

/** The heading is said again after so many batches: a bench may join late. Some two seconds. */
const HEADING_EVERY = 40;

/** Prints traces to a file or terminal as a board does: the heading now and then, rows in between. */
export function serialPrinter(
  path: string,
  failed: (reason: string) => void,
): Omit<Sender, 'send'> & { print(trace: Trace): void } {
  const out = createWriteStream(path, { flags: 'a' });
  out.on('error', (error) => failed(error.message));
  let batches = 0;
  let waits = false;
  return {
    free: () => !waits,
    print(trace) {
      const text = encodeTrace({ ...trace, meta: boardMeta(trace) });
      const isHeading = batches % HEADING_EVERY === 0;
      batches += 1;
      waits = !out.write(isHeading ? text : rowsOf(text));
      if (waits)
        out.once('drain', () => {
          waits = false;
        });
    },
  };
}

/** A board knows neither streams nor addresses. */
function boardMeta({ meta }: Trace): Trace['meta'] {
  const { reference, barometer_kpa } = meta;
  return { ...(reference && { reference }), ...(barometer_kpa === undefined ? {} : { barometer_kpa }) };
}

function rowsOf(text: string): string {
  return text
    .split('\n')
    .filter((line) => /^-?[\d.]/.test(line))
    .map((line) => `${line}\n`)
    .join('');
}
