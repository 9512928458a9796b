/** A column that grows. Mutable, of the reader alone. */
export interface Growing {
  push(value: number): void;
  /** What is in it, as an array of its own. */
  taken(): Float64Array;
}

const FIRST = 4096;

export function createGrowing(): Growing {
  let values = new Float64Array(FIRST);
  let length = 0;
  return {
    push(value) {
      if (length === values.length) {
        const wider = new Float64Array(2 * length);
        wider.set(values);
        values = wider;
      }
      values[length] = value;
      length += 1;
    },
    taken: () => values.slice(0, length),
  };
}
