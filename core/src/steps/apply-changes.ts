import { accept, refuse, type Result } from '../result.ts';
import type { Change } from './change.ts';
import { isOfThings, isOnFrames, own } from './changes-between.ts';

type Path = Change['path'];

/** Why a change does not fit a document; told as a result at the end. */
class Misfit extends Error {}

function misfit(path: Path, what: string): never {
  throw new Misfit(`${path.join('.') || 'the document'}: ${what}`);
}

/** A copy of a list without the things that go and with those that come, in the order of their frames. */
function withKeys(list: unknown, change: Extract<Change, { kind: 'keys' }>): unknown {
  if (!Array.isArray(list) || !isOnFrames(list)) return misfit(change.path, 'there are no keys.');
  const gone = new Set(change.out.map((key) => key.frame));
  const left = list.filter((key) => !gone.has(key.frame));
  if (left.length !== list.length - gone.size) misfit(change.path, 'a key to take out is not there.');
  const keys = [...left, ...change.in].sort((a, b) => a.frame - b.frame);
  return isOnFrames(keys) ? keys : misfit(change.path, 'there is a key on the frame already.');
}

function withThings(list: unknown, { path, from, to, in: come }: Extract<Change, { kind: 'things' }>): unknown {
  if (!Array.isArray(list) || !isOfThings(list)) return misfit(path, 'there is no such list.');
  if (list.length !== from.length || list.some(({ id }, i) => id !== from[i])) misfit(path, 'other things are there.');
  const known = new Map([...list, ...(come as typeof list)].map((thing) => [thing.id, thing]));
  return to.map((id) => known.get(id) ?? misfit(path, `"${id}" is neither there nor comes.`));
}

function withItems(list: unknown, { path, at, out, in: come }: Extract<Change, { kind: 'items' }>): unknown {
  if (!Array.isArray(list) || at + out.length > list.length) return misfit(path, 'there are not so many.');
  return list.toSpliced(at, out.length, ...come);
}

function changed(part: unknown, change: Change): unknown {
  switch (change.kind) {
    case 'value':
      if ('from' in change !== (part !== undefined))
        misfit(change.path, 'from' in change ? 'it is not there.' : 'something is there already.');
      return change.to;
    case 'keys':
      return withKeys(part, change);
    case 'things':
      return withThings(part, change);
    case 'items':
      return withItems(part, change);
  }
}

/** The document with the part at the end of a way changed; all beside the way is shared. */
function along(part: unknown, way: Path, change: Change): unknown {
  const [step, ...rest] = way;
  if (step === undefined) return changed(part, change);
  if (Array.isArray(part)) {
    const at = typeof step === 'number' ? step : isOfThings(part) ? part.findIndex(({ id }) => id === step) : -1;
    if (at < 0 || at >= part.length) misfit(change.path, `there is no "${step}".`);
    return part.with(at, along(part[at], rest, change));
  }
  if (typeof part !== 'object' || part === null) return misfit(change.path, `nothing has a "${step}".`);
  const after = along(own(part as Record<string, unknown>, String(step)), rest, change);
  return after === undefined
    ? Object.fromEntries(Object.entries(part).filter(([name]) => name !== String(step)))
    : { ...part, [step]: after };
}

/**
 * A document after some changes; what they do not touch is shared with the one before. Refused (`does-not-fit`) where a
 * change speaks of something that is not there: it was made of another state. Whether the result is a valid document of
 * its kind is for the schema of that kind to say.
 */
export function applyChanges<T>(document: T, changes: readonly Change[]): Result<T> {
  try {
    return accept(changes.reduce<unknown>((now, change) => along(now, change.path, change), document) as T);
  } catch (error) {
    if (!(error instanceof Misfit)) throw error;
    return refuse('does-not-fit', [], `This change does not fit: ${error.message}`);
  }
}
