/** How deep plain data is nested, 0 for a value; it stops looking beyond `most`. Not by calling itself: what is nested far too deep must not end the program. */
export function depthOf(value: unknown, most: number): number {
  let level: unknown[] = [value];
  for (let depth = 0; ; depth++) {
    const inner = level.flatMap((part) => (typeof part === 'object' && part !== null ? (Object.values(part) as unknown[]) : []));
    const isNested = level.some((part) => typeof part === 'object' && part !== null);
    if (!isNested || depth > most) return depth;
    level = inner;
  }
}
