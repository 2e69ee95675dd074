import { CoreError } from '../../core-error.ts';
import { channelOf, createKey, findSubject, withChannel } from '../document/document.ts';
import { type Drawing, type DrawnLine, lookOfDrawings, pileOf } from '../document/look.ts';
import type { Key, MotionDocument, Subject } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';
import { sampleChannel } from '../sampling/sample.ts';

const MOST_DRAWINGS = 400;

function subjectOf(motion: MotionDocument, subjectId: string): Subject {
  const subject = findSubject(motion, subjectId);
  if (!subject) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  return subject;
}

function refused(motion: MotionDocument, reason: string): Edit {
  return { motion, keys: [], gaveWay: [], refused: reason };
}

/** The pile of drawings and the keys that show them, changed together. */
function withPile(motion: MotionDocument, subject: Subject, pile: readonly Drawing[], keys: readonly Key[]): Edit {
  const look = lookOfDrawings(subject.look, pile);
  const drawn = {
    ...motion,
    subjects: motion.subjects.map((other) => (other.id === subject.id ? { ...other, look } : other)),
  };
  const channel = channelOf(drawn, subject.id, 'drawing');
  const changed = keys !== channel.keys && (keys.length > 0 || channel.keys.length > 0);
  return {
    motion: changed ? withChannel(drawn, subject.id, { ...channel, keys: [...keys] }) : drawn,
    keys: [],
    gaveWay: [],
  };
}

/** A key that shows a drawing of a pile until the next. */
function showing(frame: number, number: number): Key {
  return createKey(frame, number, { leave: 'step' });
}

/** The number of the drawing that is up on a frame; 0 where none is. */
export function drawingUp(motion: MotionDocument, subjectId: string, frame: number): number {
  const { look } = subjectOf(motion, subjectId);
  const number = Math.round(sampleChannel(channelOf(motion, subjectId, 'drawing'), frame));
  return number >= 1 && number <= pileOf(look) ? number : 0;
}

/**
 * Draws a line onto the drawing that is up on a frame; where none is up, onto a new one that is from this frame on.
 * Throws `unknown-subject`.
 */
export function drawLine(motion: MotionDocument, subjectId: string, frame: number, line: DrawnLine): Edit {
  const subject = subjectOf(motion, subjectId);
  const pile = subject.look.drawings ?? [];
  const { keys } = channelOf(motion, subjectId, 'drawing');
  const up = drawingUp(motion, subjectId, frame);
  if (up === 0) {
    const shown = withKey(keys, showing(frame, pile.length + 1));
    return withPile(motion, subject, [...pile, { lines: [line] }], shown);
  }
  const { lines } = pile[up - 1]!;
  return withPile(motion, subject, pile.with(up - 1, { lines: [...lines, line] }), keys);
}

/**
 * Changes one line of a drawing (by its number, from 1, and its place in it), or takes it out (null). Throws
 * `unknown-subject`, `unknown-line`.
 */
export function setLine(
  motion: MotionDocument,
  subjectId: string,
  [number, at]: readonly [drawing: number, line: number],
  line: DrawnLine | null,
): Edit {
  const subject = subjectOf(motion, subjectId);
  const pile = subject.look.drawings ?? [];
  const drawing = pile[number - 1];
  if (!drawing?.lines[at]) throw new CoreError('unknown-line', `Drawing ${number} has no line ${at}.`);
  const lines = line ? drawing.lines.with(at, line) : drawing.lines.toSpliced(at, 1);
  return withPile(motion, subject, pile.with(number - 1, { lines }), channelOf(motion, subjectId, 'drawing').keys);
}

/** Other lines in the place of a drawing's (by its number, from 1). Throws `unknown-subject`. */
export function setDrawing(
  motion: MotionDocument,
  subjectId: string,
  number: number,
  lines: readonly DrawnLine[],
): Edit {
  const subject = subjectOf(motion, subjectId);
  const pile = subject.look.drawings ?? [];
  if (!pile[number - 1]) return refused(motion, `There is no drawing ${number}.`);
  const { keys } = channelOf(motion, subjectId, 'drawing');
  return withPile(motion, subject, pile.with(number - 1, { lines: [...lines] }), keys);
}

function withKey(keys: readonly Key[], key: Key): Key[] {
  return [...keys.filter(({ frame }) => frame !== key.frame), key].sort((a, b) => a.frame - b.frame);
}

/**
 * A new drawing from a frame on, empty or a copy of the one that is up there. Where no drawing was keyed yet, the first
 * is from the range's first frame on. Throws `unknown-subject`.
 */
export function addDrawing(motion: MotionDocument, subjectId: string, frame: number, from: 'empty' | 'copy'): Edit {
  const subject = subjectOf(motion, subjectId);
  const pile = subject.look.drawings ?? [];
  if (pile.length >= MOST_DRAWINGS) return refused(motion, `A subject has at most ${MOST_DRAWINGS} drawings.`);
  const up = drawingUp(motion, subjectId, frame);
  const drawing: Drawing = from === 'copy' && up > 0 ? pile[up - 1]! : { lines: [] };
  const { keys } = channelOf(motion, subjectId, 'drawing');
  const { first } = motion.range;
  const begun = keys.length === 0 && frame > first ? [showing(first, up)] : keys;
  const edit = withPile(motion, subject, [...pile, drawing], withKey(begun, showing(frame, pile.length + 1)));
  return { ...edit, keys: [{ subjectId, channelId: 'drawing', frame }] };
}

/**
 * Takes the drawing that is up on a frame out of the pile, with the keys that show it: what was up before stays up.
 * The only one is not taken. Throws `unknown-subject`.
 */
export function removeDrawing(motion: MotionDocument, subjectId: string, frame: number): Edit {
  const subject = subjectOf(motion, subjectId);
  const pile = subject.look.drawings ?? [];
  const up = drawingUp(motion, subjectId, frame);
  if (up === 0) return refused(motion, 'No drawing is up on this frame.');
  if (pile.length < 2) return refused(motion, 'It is the only drawing: take out its lines, or the subject.');
  const channel = channelOf(motion, subjectId, 'drawing');
  const keys = channel.keys
    .filter(({ value }) => Math.round(value) !== up)
    .map((key) => (Math.round(key.value) > up ? { ...key, value: key.value - 1 } : key));
  return withPile(motion, subject, pile.toSpliced(up - 1, 1), keys);
}

/**
 * Holds the drawing that is up on a frame for so many frames: those after it come earlier or later by as much. Throws
 * `unknown-subject`.
 */
export function holdDrawing(motion: MotionDocument, subjectId: string, frame: number, frames: number): Edit {
  subjectOf(motion, subjectId);
  const channel = channelOf(motion, subjectId, 'drawing');
  const at = channel.keys.findLastIndex((key) => key.frame <= frame);
  const next = channel.keys[at + 1];
  if (at < 0 || !next) return refused(motion, 'No drawing comes after this one: it is up until the end.');
  const by = channel.keys[at]!.frame + frames - next.frame;
  const keys = channel.keys.map((key, i) => (i > at ? { ...key, frame: key.frame + by } : key));
  return { motion: withChannel(motion, subjectId, { ...channel, keys }), keys: [], gaveWay: [] };
}

/** Every drawing for so many frames, one after another from the first that is keyed. Throws `unknown-subject`. */
export function exposeDrawings(motion: MotionDocument, subjectId: string, frames: number): Edit {
  subjectOf(motion, subjectId);
  const channel = channelOf(motion, subjectId, 'drawing');
  const first = channel.keys[0]?.frame;
  if (first === undefined) return refused(motion, 'There is one drawing only: it is up all the time.');
  const keys = channel.keys.map((key, i) => ({ ...key, frame: first + i * frames }));
  return { motion: withChannel(motion, subjectId, { ...channel, keys }), keys: [], gaveWay: [] };
}
