/** Puts words into an element that holds nothing else, many times a second: the text node stays, so that only it is laid out anew. */
export function writeText(element: Element | null, words: string): void {
  if (!element) return;
  const node = element.firstChild;
  if (node instanceof Text) node.data = words;
  else element.textContent = words;
}
