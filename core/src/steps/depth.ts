/** Whether a value has parts of its own: a list, or a record of names. */
function hasParts(value: unknown): value is object {
  return typeof value === 'object' && value !== null;
}

/**
 * How deep plain data is nested, 0 for a value; it stops looking beyond `most`. Not by calling itself: what is nested
 * far too deep must not end the program.
 */
export function depthOf(value: unknown, most: number): number {
  let level: unknown[] = [value];
  for (let depth = 0; ; depth++) {
    const compound = level.filter(hasParts);
    if (compound.length === 0 || depth > most) return depth;
    level = compound.flatMap((part) => Object.values(part) as unknown[]);
  }
}
