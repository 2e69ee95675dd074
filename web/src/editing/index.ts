// The edited work: document with preview, selection, rows, history; and how it is saved.
export {
  selectActiveChannel,
  selectEditing,
  selectIsDirty,
  selectKeyRows,
  selectKeyedChannels,
  selectMotion,
  selectOpenChannels,
  selectPictureMotion,
  selectRedoName,
  selectSettledSubject,
  selectShownKeys,
  selectShownMotion,
  selectSubject,
  selectUnderWay,
  selectUndoName,
  selectWork,
} from './editing.selectors.ts';
export {
  asked,
  channelSelected,
  copied,
  detailsChanged,
  easeCopied,
  edited,
  keysSelected,
  leftUnkeyed,
  limited,
  opened,
  previewed,
  recordToggled,
  redone,
  rippleToggled,
  rowsChanged,
  sharesToggled,
  subjectSelected,
  targetUnlocked,
  undone,
  unkeyedDropped,
} from './editing.slice.ts';
export { runEdit } from './operations.ts';
export type { EditRequest } from './operations.ts';
export { isLocked } from './rows.ts';
export type { KeyRow, RowState } from './rows.ts';
export { keepMine, saveWork, takeTheirs } from './save-work.ts';
export { changedValues, useChangeValues } from './use-change-values.ts';
export { useEditing } from './use-editing.ts';
export { useOpenWork } from './use-open-work.ts';
export { usePreviewEnds } from './use-preview-ends.ts';
export { useRememberedAside } from './use-remembered-aside.ts';
export { keepAsCopy } from './work-store.ts';
