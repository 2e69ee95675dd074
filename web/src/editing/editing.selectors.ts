import { createSelector } from '@reduxjs/toolkit';
import {
  type Channel,
  createChannel,
  findSubject,
  type KeyRef,
  type MotionDocument,
  sameChannel,
  type Subject,
} from '@undulan/core';
import type { RootState } from '../state/index.ts';
import { keyRows, openChannels } from './rows.ts';

const NO_KEYS: KeyRef[] = [];

export const selectEditing = (state: RootState) => state.editing;
export const selectWork = (state: RootState) => state.editing.work;

/**
 * The document as it was last changed; what vertical scales are fitted to, so that they stand still during a gesture.
 */
export const selectMotion = (state: RootState): MotionDocument | null => state.editing.work?.motion ?? null;

/** The document to draw: with the gesture under way, if there is one. */
export const selectShownMotion = (state: RootState): MotionDocument | null =>
  state.editing.preview ?? selectMotion(state);

/** Whether a gesture is under way: what is shown is not settled. */
export const selectUnderWay = (state: RootState): boolean => state.editing.preview !== null;

/**
 * The document as the picture shows it: with changes that are not keyed yet, whatever the frame, unless a gesture is at
 * those channels.
 */
export const selectPictureMotion = createSelector(
  [
    selectShownMotion,
    (state: RootState) => state.editing.unkeyed,
    (state: RootState) => (state.editing.preview ? state.editing.previewKeys : NO_KEYS),
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

/** The rows of the Keys strip, and how many filters keep away. */
export const selectKeyRows = createSelector(
  [selectShownMotion, (state: RootState) => state.editing.rows, (state: RootState) => state.editing.subjectId],
  (motion, rows, subjectId) => (motion ? keyRows(motion, rows, subjectId) : { rows: [], hiddenCount: 0 }),
);

/** The channels whose keys can be taken hold of: shown and not locked. */
export const selectOpenChannels = createSelector(
  [selectMotion, (state: RootState) => state.editing.rows, (state: RootState) => state.editing.subjectId],
  (motion, rows, subjectId) => (motion ? openChannels(motion, rows, subjectId) : []),
);

export const selectSubject = createSelector(
  [selectShownMotion, (state: RootState) => state.editing.subjectId],
  (motion, subjectId): Subject | null => (motion && subjectId ? (findSubject(motion, subjectId) ?? null) : null),
);

/** The selected subject as it was last changed. */
export const selectSettledSubject = createSelector(
  [selectMotion, (state: RootState) => state.editing.subjectId],
  (motion, subjectId): Subject | null => (motion && subjectId ? (findSubject(motion, subjectId) ?? null) : null),
);

/** The keys to show as selected: during a gesture where they would be. */
export const selectShownKeys = (state: RootState) =>
  state.editing.preview ? state.editing.previewKeys : state.editing.selectedKeys;

/** The selected subject's channels that have keys. */
export const selectKeyedChannels = createSelector([selectSubject], (subject): Channel[] =>
  subject ? subject.channels.filter((channel) => channel.keys.length > 0) : [],
);

/** The channel the Curve strip is about: the chosen one, else the first that is keyed. */
export const selectActiveChannel = createSelector(
  [selectSubject, selectKeyedChannels, (state: RootState) => state.editing.channelId],
  (subject, keyed, channelId): Channel | null =>
    subject?.channels.find((channel) => channel.id === channelId) ?? keyed[0] ?? subject?.channels[0] ?? null,
);

export const selectIsDirty = (state: RootState): boolean => state.editing.revision !== state.editing.savedRevision;

export const selectUndoName = (state: RootState): string | null =>
  state.editing.history.steps[state.editing.history.done - 1]?.name ?? null;
export const selectRedoName = (state: RootState): string | null =>
  state.editing.history.steps[state.editing.history.done]?.name ?? null;
