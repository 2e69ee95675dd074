/** Something that is said to the person: that it is done and goes away by itself, or that stays until it is closed. */
export interface Said {
  kind: 'done' | 'to-stay' | 'problem';
  text: string;
  /** Undoes what was done. */
  undo?: () => void;
}

const NONE: readonly Said[] = [];
let waiting = NONE;
let isNeeded = false;
const watchers = new Set<() => void>();

function say(said: Said): void {
  waiting = [...waiting, said];
  isNeeded = true;
  for (const watch of watchers) watch();
}

/** Calls back whenever something is to be said. */
export function watchSaid(watch: () => void): () => void {
  watchers.add(watch);
  return () => watchers.delete(watch);
}

/** What was not shown yet; it is then. */
export function takeSaid(): readonly Said[] {
  const all = waiting;
  waiting = NONE;
  return all;
}

/** Says what was done, where the page shows it as well: it goes away by itself. */
export function sayDone(text: string): void {
  say({ kind: 'done', text });
}

/** Says what was done, with a button that undoes it; it goes away by itself after a while. */
export function sayUndoable(text: string, undo: () => void): void {
  say({ kind: 'done', text, undo });
}

/** Says what nothing else shows: it stays until it is closed. Said twice, it stands there once. */
export function sayToStay(text: string): void {
  say({ kind: 'to-stay', text });
}

/** Says what went wrong: it stays until it is closed. Said twice, it stands there once. */
export function sayProblem(text: string): void {
  say({ kind: 'problem', text });
}

/** Whether anything was ever said. */
export const anySaid = (): boolean => isNeeded;
