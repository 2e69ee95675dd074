import type { Change } from './change.ts';

type Path = Change['path'];
type Plain = Record<string, unknown>;

function isPlain(value: unknown): value is Plain {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** A property of the thing itself, never one that everything has. */
export function own(thing: Record<string, unknown>, name: string): unknown {
  return Object.hasOwn(thing, name) ? thing[name] : undefined;
}

interface OnFrame extends Plain {
  frame: number;
}

/** Whether a list is of things in the order of their frames, no two on one. */
export function isOnFrames(list: readonly unknown[]): list is OnFrame[] {
  return list.every(
    (item, i) =>
      isPlain(item) && typeof item['frame'] === 'number' && (i === 0 || item['frame'] > (list[i - 1] as OnFrame).frame),
  );
}

interface Thing extends Plain {
  id: string;
}

/** Whether a list is of things with ids of their own. */
export function isOfThings(list: readonly unknown[]): list is Thing[] {
  return (
    list.every((item) => isPlain(item) && typeof item['id'] === 'string') &&
    new Set(list.map((item) => (item as Thing).id)).size === list.length
  );
}

/** Whether two documents, or parts of them, say the same, in whatever order. What is set to undefined is not there. */
export function sameData(before: unknown, after: unknown): boolean {
  return between(before, after, []).next().done === true;
}

function* betweenKeys(before: readonly OnFrame[], after: readonly OnFrame[], path: Path): Generator<Change> {
  const was = new Map(before.map((key) => [key.frame, key]));
  const is = new Map(after.map((key) => [key.frame, key]));
  const stays = (key: OnFrame, other: OnFrame | undefined): boolean =>
    other !== undefined && (key === other || sameData(key, other));
  const out = before.filter((key) => !stays(key, is.get(key.frame)));
  const come = after.filter((key) => !stays(key, was.get(key.frame)));
  if (out.length + come.length > 0) yield { kind: 'keys', path, out, in: come };
}

function* betweenThings(before: readonly Thing[], after: readonly Thing[], path: Path): Generator<Change> {
  const was = new Map(before.map((thing) => [thing.id, thing]));
  const is = new Map(after.map((thing) => [thing.id, thing]));
  const [from, to] = [[...was.keys()], [...is.keys()]];
  if (from.length !== to.length || from.some((id, i) => id !== to[i])) {
    yield {
      kind: 'things',
      path,
      from,
      to,
      out: before.filter(({ id }) => !is.has(id)),
      in: after.filter(({ id }) => !was.has(id)),
    };
  }
  for (const thing of after) if (was.has(thing.id)) yield* between(was.get(thing.id), thing, [...path, thing.id]);
}

function* betweenItems(before: readonly unknown[], after: readonly unknown[], path: Path): Generator<Change> {
  if (before.length === after.length) {
    for (const [i, item] of after.entries()) yield* between(before[i], item, [...path, i]);
    return;
  }
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  while (head < shorter && sameData(before[head], after[head])) head++;
  let tail = 0;
  while (tail < shorter - head && sameData(before[before.length - 1 - tail], after[after.length - 1 - tail])) tail++;
  yield {
    kind: 'items',
    path,
    at: head,
    out: before.slice(head, before.length - tail),
    in: after.slice(head, after.length - tail),
  };
}

function* between(before: unknown, after: unknown, path: Path): Generator<Change> {
  if (before === after) return;
  if (Array.isArray(before) && Array.isArray(after)) {
    if (isOnFrames(before) && isOnFrames(after)) yield* betweenKeys(before, after, path);
    else if (isOfThings(before) && isOfThings(after)) yield* betweenThings(before, after, path);
    else yield* betweenItems(before, after, path);
  } else if (isPlain(before) && isPlain(after)) {
    for (const name of new Set([...Object.keys(before), ...Object.keys(after)]))
      yield* between(own(before, name), own(after, name), [...path, name]);
  } else {
    yield {
      kind: 'value',
      path,
      ...(before !== undefined && { from: before }),
      ...(after !== undefined && { to: after }),
    };
  }
}

/**
 * The changes that make one document of another, as small as what differs: keys out and keys in of each channel, other
 * parts by their path. Parts that both share are not looked into. Both are plain data, as JSON writes it.
 */
export function changesBetween(before: unknown, after: unknown): Change[] {
  return [...between(before, after, [])];
}
