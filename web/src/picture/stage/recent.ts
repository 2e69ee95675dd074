/** What was used last, one thing of each name; older ones are let go. */
export function createRecent<T extends { name: string }>(
  most: number,
): { find: (name: string) => T | undefined; put: (item: T) => void } {
  let items: T[] = [];
  return {
    find: (name) => items.find((item) => item.name === name),
    put: (item) => {
      items = [item, ...items.filter((other) => other.name !== item.name)].slice(0, most);
    },
  };
}
