import { StoredWork } from '@undulan/contract';
import type { WorkSource } from './editing.slice.ts';

/**
 * Work that is not on the server yet is kept in the browser until it is, so that a closed tab or a lost network takes nothing away.
 * Each tab keeps its own copy: two tabs on one draft never overwrite each other's.
 */
const PREFIX = 'undulan:unsaved:';

function tabId(): string {
  const known = sessionStorage.getItem('undulan:tab');
  if (known) return known;
  const id = crypto.randomUUID();
  sessionStorage.setItem('undulan:tab', id);
  return id;
}

function prefixOf(source: WorkSource): string {
  return `${PREFIX}${source.kind}:${source.id}:`;
}

export function keepUnsaved(source: WorkSource, stored: StoredWork): void {
  try {
    localStorage.setItem(prefixOf(source) + tabId(), JSON.stringify(stored));
  } catch {
    // The browser's store is full: the work is still in this tab, and autosave goes on trying.
  }
}

export function forgetUnsaved(source: WorkSource): void {
  localStorage.removeItem(prefixOf(source) + tabId());
}

/** Takes out the copy some tab left behind, this tab's own first. */
export function takeUnsaved(source: WorkSource): StoredWork | null {
  const own = prefixOf(source) + tabId();
  const others = Object.keys(localStorage).filter((key) => key.startsWith(prefixOf(source)) && key !== own);
  for (const key of [own, ...others]) {
    const text = localStorage.getItem(key);
    if (text === null) continue;
    localStorage.removeItem(key);
    try {
      return StoredWork.parse(JSON.parse(text));
    } catch {
      // Written by an older program: nothing here can read it any more.
    }
  }
  return null;
}
