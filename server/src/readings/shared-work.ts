/** Work under way by its name: who asks for the same meanwhile waits for the same. */
export function sharedWork<T>(): (name: string, work: () => Promise<T>) => Promise<T> {
  const underWay = new Map<string, Promise<T>>();
  return (name, work) => {
    const begun = underWay.get(name) ?? work().finally(() => void underWay.delete(name));
    underWay.set(name, begun);
    return begun;
  };
}
