import { type Channel, type ChannelRef, type MotionDocument, sameData, type Subject } from '@undulan/core';

/**
 * How the rows of the Keys strip are arranged; names are subject ids, of channels `subject/channel`. Nothing of it is
 * in the motion.
 */
export interface RowState {
  folded: string[];
  hidden: string[];
  solo: string[];
  locked: string[];
  /** Shows the selected subject alone. */
  onlySelected: boolean;
}

export const PLAIN_ROWS: RowState = { folded: [], hidden: [], solo: [], locked: [], onlySelected: false };

export type KeyRow =
  | { kind: 'subject'; name: string; subject: Subject; folded: boolean }
  | { kind: 'channel'; name: string; subject: Subject; channel: Channel };

export function rowName({ subjectId, channelId }: ChannelRef): string {
  return `${subjectId}/${channelId}`;
}

const NONE: ReadonlySet<string> = new Set();

/** Whether a channel's keys are locked, by its own row or its subject's. */
export function isLocked({ locked }: RowState, ref: ChannelRef): boolean {
  return locked.includes(ref.subjectId) || locked.includes(rowName(ref));
}

/**
 * Subjects that can have keys, each with its channels that have keys or (by the names of their rows) are to have some.
 * Scenery has no rows.
 */
function keyedSubjects(
  motion: MotionDocument,
  wanted: ReadonlySet<string>,
): { subject: Subject; channels: Channel[] }[] {
  return motion.subjects
    .filter((subject) => !subject.locked)
    .map((subject) => ({
      subject,
      channels: subject.channels.filter(
        ({ id, keys }) => keys.length > 0 || wanted.has(rowName({ subjectId: subject.id, channelId: id })),
      ),
    }));
}

/**
 * The rows to show, subject by subject with its keyed channels beneath unless folded, and how many rows filters
 * (hidden, solo, the selected subject only) keep away. A motion of one subject needs no row for it.
 */
export function keyRows(
  motion: MotionDocument,
  state: RowState,
  selectedId: string | null,
  wanted: ReadonlySet<string> = NONE,
): { rows: KeyRow[]; hiddenCount: number } {
  const all = keyedSubjects(motion, wanted);
  const single = all.length === 1;
  const rows: KeyRow[] = [];
  let hiddenCount = 0;
  const soloed = (subject: Subject): boolean => state.solo.length === 0 || state.solo.includes(subject.id);
  for (const { subject, channels } of all) {
    const whole = channels.length + (single ? 0 : 1);
    if (!soloed(subject) || state.hidden.includes(subject.id) || (state.onlySelected && subject.id !== selectedId)) {
      hiddenCount += whole;
      continue;
    }
    const folded = !single && state.folded.includes(subject.id);
    if (!single) rows.push({ kind: 'subject', name: subject.id, subject, folded });
    for (const channel of channels) {
      const name = rowName({ subjectId: subject.id, channelId: channel.id });
      if (state.hidden.includes(name)) hiddenCount += 1;
      else if (!folded) rows.push({ kind: 'channel', name, subject, channel });
    }
  }
  return { rows, hiddenCount };
}

/** The channels whose keys a gesture over all rows is about: shown (folded ones too) and not locked. */
export function openChannels(motion: MotionDocument, state: RowState, selectedId: string | null): ChannelRef[] {
  const { rows } = keyRows(motion, { ...state, folded: [] }, selectedId);
  return rows
    .flatMap((row) => (row.kind === 'channel' ? [{ subjectId: row.subject.id, channelId: row.channel.id }] : []))
    .filter((ref) => !isLocked(state, ref));
}

/** The first locked channel whose keys differ between two motions. */
export function lockedChange(state: RowState, before: MotionDocument, after: MotionDocument): ChannelRef | null {
  if (state.locked.length === 0) return null;
  for (const subject of after.subjects) {
    const was = before.subjects.find((other) => other.id === subject.id);
    if (!was || was === subject) continue;
    for (const channel of subject.channels) {
      const ref = { subjectId: subject.id, channelId: channel.id };
      const old = was.channels.find((other) => other.id === channel.id);
      if (isLocked(state, ref) && old !== channel && !sameData(old?.keys ?? [], channel.keys)) return ref;
    }
  }
  return null;
}
