/** What this browser remembers; null where it remembers nothing, or cannot. */
export function recalled(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    return null;
  }
}

export function keep(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // A full store forgets; nothing of a job is kept here.
  }
}
