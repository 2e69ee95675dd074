import { createSelector } from '@reduxjs/toolkit';
import { findSubject, type Channel, type MotionDocument, type Subject } from '@undulan/core';
import type { RootState } from '../app/store.ts';

export const selectEditing = (state: RootState) => state.editing;
export const selectWork = (state: RootState) => state.editing.work;

/** The document as it was last changed; what vertical scales are fitted to, so that they stand still during a gesture. */
export const selectMotion = (state: RootState): MotionDocument | null => state.editing.work?.motion ?? null;

/** The document to draw: with the gesture under way, if there is one. */
export const selectShownMotion = (state: RootState): MotionDocument | null => state.editing.preview ?? selectMotion(state);

export const selectSubject = createSelector(
  [selectShownMotion, (state: RootState) => state.editing.subjectId],
  (motion, subjectId): Subject | null => (motion && subjectId ? (findSubject(motion, subjectId) ?? null) : null),
);

/** The keys to show as selected: during a gesture where they would be. */
export const selectShownKeys = (state: RootState) => (state.editing.preview ? state.editing.previewKeys : state.editing.selectedKeys);

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

export const selectUndoName = (state: RootState): string | null => state.editing.history.steps[state.editing.history.done - 1]?.name ?? null;
export const selectRedoName = (state: RootState): string | null => state.editing.history.steps[state.editing.history.done]?.name ?? null;
