/** Cuts a stream of text into lines. Mutable; one for each stream. */
export interface LineCutter {
  /** The lines that this text completes, without their ends. */
  push(text: string): readonly string[];
  /** What is left when the stream has ended: a last line without an end, if there is one. */
  end(): string | undefined;
}

/** Lines may end in LF, CRLF or CR. A line that grows past twice `longest` is cut there, so that a stream without line ends does not grow for ever. */
export function createLineCutter(longest: number): LineCutter {
  let rest = '';
  return {
    push(text) {
      // A CR at a chunk's end waits for the next chunk to tell whether an LF follows.
      const whole = rest + text;
      const held = whole.endsWith('\r') ? whole.slice(0, -1) : whole;
      const lines = held.split(/\r\n|\n|\r/);
      rest = (lines.pop() ?? '') + (whole.endsWith('\r') ? '\r' : '');
      if (rest.length > 2 * longest) rest = rest.slice(0, longest + 1);
      return lines;
    },
    end() {
      const last = rest.replace(/\r$/, '');
      rest = '';
      return last === '' ? undefined : last;
    },
  };
}
