const known = new Map<string, string>();

/**
 * What a colour of the look, written `var(--name)`, is in the theme on screen: canvases take no variables. Other
 * colours are as they are written.
 */
export function cssColour(colour: string): string {
  const name = /^var\((--[\w-]+)\)$/.exec(colour)?.[1];
  if (!name) return colour;
  const key = `${document.documentElement.dataset['theme'] ?? ''} ${name}`;
  let value = known.get(key);
  if (value === undefined) {
    value = getComputedStyle(document.documentElement).getPropertyValue(name).trim();
    known.set(key, value);
  }
  return value;
}
