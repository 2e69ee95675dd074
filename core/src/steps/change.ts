import * as z from 'zod';
import { depthOf } from './depth.ts';

/** Deeper than any document goes, and than a database takes. */
export const MOST_DEPTH = 24;

/** Plain data as JSON writes it, not endlessly deep. */
const Json = z
  .unknown()
  .refine((value) => depthOf(value, MOST_DEPTH) <= MOST_DEPTH, { message: `Nested more than ${MOST_DEPTH} deep.` });

/**
 * The way to a part of a document: names of properties; of a list whose things have ids the id, else the place in it.
 */
const Path = z.array(z.union([z.string().max(128), z.int().min(0)])).max(MOST_DEPTH);

const OnFrame = z.looseObject({ frame: z.number() });

/**
 * One change of a document, small beside it, and as good backward as forward: it says what was there and what is there
 * instead.
 */
export const Change = z.discriminatedUnion('kind', [
  /** A property or a place; one that is not said was, or is, not there. */
  z.object({ kind: z.literal('value'), path: Path, from: Json.optional(), to: Json.optional() }),
  /** Of things in the order of their frames, no two on one: those taken out and those put in. A changed one is both. */
  z.object({ kind: z.literal('keys'), path: Path, out: z.array(OnFrame), in: z.array(OnFrame) }),
  /** Of things with ids: which there were and are, in their order, and whole those that went and came. */
  z.object({
    kind: z.literal('things'),
    path: Path,
    from: z.array(z.string()),
    to: z.array(z.string()),
    out: z.array(Json),
    in: z.array(Json),
  }),
  /** Of any other list what stood from a place on, and what stands there. */
  z.object({ kind: z.literal('items'), path: Path, at: z.int().min(0), out: z.array(Json), in: z.array(Json) }),
]);
export type Change = z.infer<typeof Change>;

/** What a person did in one go, under the name that undo shows. */
export const Step = z.object({ name: z.string().max(120), changes: z.array(Change) });
export type Step = z.infer<typeof Step>;

function inverse(change: Change): Change {
  switch (change.kind) {
    case 'value':
      return {
        kind: 'value',
        path: change.path,
        ...('to' in change && { from: change.to }),
        ...('from' in change && { to: change.from }),
      };
    case 'things':
      return { ...change, from: change.to, to: change.from, out: change.in, in: change.out };
    case 'keys':
      return { ...change, out: change.in, in: change.out };
    case 'items':
      return { ...change, out: change.in, in: change.out };
  }
}

/** The changes that undo others. */
export function invertChanges(changes: readonly Change[]): Change[] {
  return changes.map(inverse).reverse();
}
