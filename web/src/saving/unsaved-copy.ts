import { StoredWork, Work } from '@undulan/contract';
import {
  applyChanges,
  type Change,
  changesBetween,
  EMPTY_HISTORY,
  type History,
  HistoryChange,
  historyChange,
  withHistoryChange,
} from '@undulan/core';
import { createStore, delMany, get, keys, setMany, type UseStore } from 'idb-keyval';
import type { DocumentState, WorkSource } from '../editing/index.ts';
import type { SavingState } from './saving.slice.ts';

/**
 * Work that is not on the server yet is kept in the browser until it is, so that a closed tab or a lost network takes
 * nothing away: what it was made from once, and what changed at each change. Each tab keeps its own copy: two tabs on
 * one draft never overwrite each other's.
 */
type Parts = Pick<DocumentState, 'work' | 'history'> & Pick<SavingState, 'base' | 'version'>;

/** What unsaved work was made from. */
interface Base {
  version: number;
  work: unknown;
}

/** What changed since. */
interface Unsaved {
  version: number;
  changes: Change[];
  history: HistoryChange;
}

let made: UseStore | null = null;
const store = (): UseStore => (made ??= createStore('undulan', 'unsaved'));

function tabId(): string {
  const known = sessionStorage.getItem('undulan:tab');
  if (known) return known;
  const id = crypto.randomUUID();
  sessionStorage.setItem('undulan:tab', id);
  return id;
}

const prefixOf = ({ kind, id }: WorkSource): string => `${kind}:${id}:`;
const UNSAVED = ':unsaved';
const namesOf = (name: string): [base: string, unsaved: string] => [`${name}:base`, name + UNSAVED];

/** The base this tab has written last: it is written again only when it is another. */
let written: { name: string; work: unknown } | null = null;

/** Keeps what is unsaved. Throws where the browser has no room, or keeps nothing. */
export async function keepUnsaved(source: WorkSource, { base, work, history, version }: Parts): Promise<void> {
  const name = prefixOf(source) + tabId();
  const [baseName, unsavedName] = namesOf(name);
  const from = base?.work ?? work;
  const unsaved: Unsaved = {
    version,
    changes: base ? changesBetween(base.work, work) : [],
    history: historyChange(base?.history ?? EMPTY_HISTORY, history),
  };
  // Another tab may have taken the copy up, base and all.
  const isKnown = written?.name === name && written.work === from && (await keys<string>(store())).includes(baseName);
  written = { name, work: from };
  try {
    await setMany(
      [
        ...(isKnown ? [] : [[baseName, { version, work: from } satisfies Base] as [string, Base]]),
        [unsavedName, unsaved],
      ],
      store(),
    );
  } catch (error) {
    written = null;
    throw error;
  }
}

export async function forgetUnsaved(source: WorkSource): Promise<void> {
  written = null;
  await delMany(namesOf(prefixOf(source) + tabId()), store()).catch(() => undefined);
}

/**
 * What a copy stands for, with as much of its history as goes on from that of the server; null where nothing here can
 * read it.
 */
function putTogether(base: Base | undefined, unsaved: Unsaved | undefined, known: History): StoredWork | null {
  const from = Work.safeParse(base?.work);
  if (!from.success || !unsaved) return null;
  const work = applyChanges(from.data, unsaved.changes);
  const parsed = work.ok ? Work.safeParse(work.value) : null;
  const said = HistoryChange.safeParse(unsaved.history);
  if (!parsed?.success || !said.success) return null;
  return { version: unsaved.version, work: parsed.data, history: withHistoryChange(known, said.data) ?? EMPTY_HISTORY };
}

/** Takes out the copy some tab left behind, this tab's own first. `known` is the history that the server has. */
export async function takeUnsaved(source: WorkSource, known: History): Promise<StoredWork | null> {
  const older = takeOlder(source);
  if (older) return older;
  const own = prefixOf(source) + tabId();
  const all = (await keys<string>(store()))
    .filter((key) => key.startsWith(prefixOf(source)) && key.endsWith(UNSAVED))
    .map((key) => key.slice(0, -UNSAVED.length));
  for (const name of all.sort((a, b) => Number(b === own) - Number(a === own))) {
    const [baseName, unsavedName] = namesOf(name);
    const copy = putTogether(await get<Base>(baseName, store()), await get<Unsaved>(unsavedName, store()), known);
    await delMany([baseName, unsavedName], store());
    if (copy) return copy;
  }
  return null;
}

/** Copies that an older program kept, as text in another place and whole; their steps cannot be told any more. */
function takeOlder(source: WorkSource): StoredWork | null {
  for (const key of Object.keys(localStorage).filter((name) =>
    name.startsWith(`undulan:unsaved:${prefixOf(source)}`),
  )) {
    const text = localStorage.getItem(key) ?? '';
    localStorage.removeItem(key);
    try {
      const { version, work } = JSON.parse(text) as Partial<StoredWork>;
      return StoredWork.parse({ version, work, history: EMPTY_HISTORY });
    } catch {
      // Nothing here can read it any more.
    }
  }
  return null;
}
