import { createSelector } from '@reduxjs/toolkit';
import {
  carriersOf,
  type Channel,
  type ChannelId,
  createChannel,
  findSubject,
  type KeyRef,
  type MotionDocument,
  sameChannel,
  type Subject,
} from '@undulan/core';
import type { RootState } from '../state/index.ts';
import { keyRows, openChannels, rowName } from './rows.ts';

const NO_KEYS: KeyRef[] = [];

export const selectWork = (state: RootState) => state.document.work;

/**
 * The document as it was last changed; what vertical scales are fitted to, so that they stand still during a gesture.
 */
export const selectMotion = (state: RootState): MotionDocument | null => state.document.work?.motion ?? null;

/** The document to draw: with the gesture under way, if there is one. */
export const selectShownMotion = (state: RootState): MotionDocument | null =>
  state.gesture.preview ?? selectMotion(state);

/** Whether a gesture is under way: what is shown is not settled. */
export const selectUnderWay = (state: RootState): boolean => state.gesture.preview !== null;

/** The subject that is looked at alone, where it is still there. */
export const selectSolo = createSelector(
  [selectMotion, (state: RootState) => state.posing.solo],
  (motion, solo): Subject | null => (motion && solo !== null ? (findSubject(motion, solo) ?? null) : null),
);

/**
 * The document to draw: all but the subject looked at alone and what it carries are out of sight; looked at from the
 * front, so is the camera.
 */
const selectSoloMotion = createSelector(
  [selectShownMotion, selectSolo, (state: RootState) => state.posing.front],
  (motion, solo, front): MotionDocument | null => {
    if (!motion || (!solo && !front)) return motion;
    const isOut = ({ id, look }: Subject): boolean =>
      look.shape === 'camera' ? front : solo !== null && !carriersOf(motion, id).has(solo.id);
    const subjects = motion.subjects.map((subject) => (isOut(subject) ? { ...subject, visible: false } : subject));
    return { ...motion, subjects };
  },
);

/**
 * The document as the picture shows it: with changes that are not keyed yet, whatever the frame, unless a gesture is at
 * those channels.
 */
export const selectPictureMotion = createSelector(
  [
    (state: RootState) => selectSoloMotion(state),
    (state: RootState) => state.posing.unkeyed,
    (state: RootState) => (state.gesture.preview ? state.gesture.keys : NO_KEYS),
  ],
  (motion, unkeyed, underWay): MotionDocument | null => {
    const shown = unkeyed.filter((value) => !underWay.some((key) => sameChannel(key, value)));
    if (!motion || shown.length === 0) return motion;
    const subjects = motion.subjects.map((subject) => {
      const own = shown.filter((value) => value.subjectId === subject.id);
      if (own.length === 0) return subject;
      const channels = subject.channels.filter((channel) => !own.some((value) => value.channelId === channel.id));
      return {
        ...subject,
        channels: [...channels, ...own.map((value) => createChannel(value.channelId, value.value))],
      };
    });
    return { ...motion, subjects };
  },
);

/** The channels of the selected subject that the exercise asks for. */
export const selectWantedIds = createSelector(
  [(state: RootState) => state.document.wanted, (state: RootState) => state.selection.subjectId],
  (wanted, subjectId): ChannelId[] =>
    wanted.filter((ref) => ref.subjectId === subjectId).map(({ channelId }) => channelId),
);

/** The channels that the exercise asks for, by the names of their rows. */
const selectWanted = createSelector(
  [(state: RootState) => state.document.wanted],
  (wanted): ReadonlySet<string> => new Set(wanted.map(rowName)),
);

/** The rows of the Keys strip, and how many filters keep away. */
export const selectKeyRows = createSelector(
  [selectShownMotion, (state: RootState) => state.rows, (state: RootState) => state.selection.subjectId, selectWanted],
  (motion, rows, subjectId, wanted) =>
    motion ? keyRows(motion, rows, subjectId, wanted) : { rows: [], hiddenCount: 0 },
);

/** The channels whose keys can be taken hold of: shown and not locked. */
export const selectOpenChannels = createSelector(
  [selectMotion, (state: RootState) => state.rows, (state: RootState) => state.selection.subjectId],
  (motion, rows, subjectId) => (motion ? openChannels(motion, rows, subjectId) : []),
);

export const selectSubject = createSelector(
  [selectShownMotion, (state: RootState) => state.selection.subjectId],
  (motion, subjectId): Subject | null => (motion && subjectId ? (findSubject(motion, subjectId) ?? null) : null),
);

/** The selected subject as it was last changed. */
export const selectSettledSubject = createSelector(
  [selectMotion, (state: RootState) => state.selection.subjectId],
  (motion, subjectId): Subject | null => (motion && subjectId ? (findSubject(motion, subjectId) ?? null) : null),
);

/** The keys to show as selected: during a gesture where they would be. */
export const selectShownKeys = (state: RootState) =>
  state.gesture.preview ? state.gesture.keys : state.selection.keys;

/** The selected subject's channels that have keys. */
export const selectKeyedChannels = createSelector([selectSubject], (subject): Channel[] =>
  subject ? subject.channels.filter((channel) => channel.keys.length > 0) : [],
);

/** The channels that carry a subject across the stage: by its position, or along a guide path. */
const CARRIES: readonly ChannelId[] = ['position.x', 'position.y', 'travel'];

/**
 * The channel the Curve strip is about: the chosen one, else the first keyed, one that carries before the others, else
 * the first that is to be keyed.
 */
export const selectActiveChannel = createSelector(
  [selectSubject, selectKeyedChannels, (state: RootState) => state.selection.channelId, selectWantedIds],
  (subject, keyed, channelId, wanted): Channel | null =>
    subject?.channels.find((channel) => channel.id === channelId) ??
    keyed.find(({ id }) => CARRIES.includes(id)) ??
    keyed[0] ??
    subject?.channels.find(({ id }) => wanted.includes(id)) ??
    subject?.channels[0] ??
    null,
);

export const selectUndoName = (state: RootState): string | null =>
  state.document.history.steps[state.document.history.done - 1]?.name ?? null;
export const selectRedoName = (state: RootState): string | null =>
  state.document.history.steps[state.document.history.done]?.name ?? null;
