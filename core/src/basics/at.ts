/**
 * The element at an index that the caller knows to exist.
 * @throws RangeError naming the index: a programming mistake, never bad input.
 */
export function at<T>(items: ArrayLike<T>, index: number): T {
  const item = items[index];
  if (item === undefined) throw new RangeError(`No element ${index} in a sequence of ${items.length}`);
  return item;
}

/** Closes a switch over a union: the compiler refuses a case left out, and a value from outside the types is named. */
export function assertNever(value: never): never {
  throw new Error(`Unhandled case: ${JSON.stringify(value)}`);
}
