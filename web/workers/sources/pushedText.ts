import {
  createTraceDecoder,
  describeTable,
  samplesOf,
  type TableDescription,
  type TableProposal,
} from '@amber-needle/core/trace';
import type { SampleListener, SampleSource } from './sampleSource';

/** A source whose text somebody else reads: the page, off a serial port. */
export interface PushedText extends SampleSource {
  push(text: string): void;
}

/** So many lines without a heading that is understood are looked at for what they may be: some seconds of a slow board. Ours. */
const ENOUGH_TO_DESCRIBE = 100;
const MOST_KEPT = 16_384;
const HEADING = /^(#|"?t_m?s"?\s*[,;\t])/;

/**
 * Text of a serial line. It is joined somewhere in the middle: what comes before the first heading is passed over. A board that starts anew says
 * its heading again. `unknown` is told once, when what comes has no heading that is understood.
 */
export function pushedText(
  name: string,
  described: TableDescription | undefined,
  unknown: (proposal: TableProposal) => void,
): PushedText {
  let listener: SampleListener | undefined;
  let decoder = described === undefined ? undefined : createTraceDecoder(described, true);
  let rest = '';
  let passedOver = '';
  let told = false;
  // It is joined in the middle of a line.
  let cut = true;
  /** Metadata came, and the heading is still to come. */
  let inHead = false;
  let lines = 0;

  /** Only what is not understood is kept, for a proposal. */
  function passOver(line: string) {
    passedOver = `${passedOver}${line}\n`.slice(-MOST_KEPT);
    lines += 1;
    if (told || lines < ENOUGH_TO_DESCRIBE) return;
    const proposal = describeTable(passedOver);
    if (proposal === undefined) return;
    told = true;
    unknown(proposal);
  }

  function take(whole: readonly string[]) {
    let text = '';
    const flush = () => {
      if (decoder === undefined || text === '') return;
      const { rows, problems } = decoder.push(text);
      text = '';
      const [first] = problems;
      if (first !== undefined) listener?.problem(`The serial gauge: ${first.reason}`);
      if (rows.length > 0) listener?.samples(samplesOf({ meta: decoder.meta(), columns: decoder.columns(), rows }));
    };
    for (const line of whole) {
      if (described === undefined && HEADING.test(line)) {
        if (!inHead) {
          flush();
          decoder = createTraceDecoder();
        }
        inHead = line.startsWith('#');
      }
      if (decoder === undefined) passOver(line);
      else text += `${line}\n`;
    }
    flush();
  }

  return {
    open(heard) {
      listener = heard;
      heard.line('open');
      heard.gauge({ state: 'live', stream: 'serial', source: name, practice: false, sending: [] });
      return () => {
        listener = undefined;
      };
    },
    push(text) {
      const whole = (rest + text).split(/\r\n|\n/);
      rest = whole.pop() ?? '';
      if (cut && whole.shift() !== undefined) cut = false;
      take(whole);
    },
  };
}
