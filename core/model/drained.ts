/** Runs a search that pauses between its trials to its end, and gives what it found. */
export function drained<T>(search: Generator<unknown, T>): T {
  for (;;) {
    const at = search.next();
    if (at.done) return at.value;
  }
}
