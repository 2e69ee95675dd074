export type { WorkSource, SaveState, EditingState } from './editing.slice.ts';
export type { EditRequest } from './operations.ts';
export { runEdit } from './operations.ts';
export {
  edited,
  limited,
  previewed,
  detailsChanged,
  undone,
  redone,
  keysSelected,
  subjectSelected,
  channelSelected,
  recordToggled,
  asked,
  targetUnlocked,
  copied,
  rowsChanged,
  rippleToggled,
  sharesToggled,
  leftUnkeyed,
  unkeyedDropped,
  easeCopied,
} from './editing.slice.ts';
export {
  selectEditing,
  selectWork,
  selectMotion,
  selectShownMotion,
  selectUnderWay,
  selectPictureMotion,
  selectKeyRows,
  selectOpenChannels,
  selectShownKeys,
  selectSubject,
  selectSettledSubject,
  selectKeyedChannels,
  selectActiveChannel,
  selectIsDirty,
  selectUndoName,
  selectRedoName,
} from './editing.selectors.ts';
export { keyRows, openChannels, isLocked } from './rows.ts';
export type { KeyRow, RowState } from './rows.ts';
export { saveWork, keepMine, takeTheirs } from './save-work.ts';
export { keepAsCopy } from './work-store.ts';
export { useRememberedAside } from './use-remembered-aside.ts';
export { useOpenWork } from './use-open-work.ts';
export { useChangeValues, changedValues, editForValues } from './use-change-values.ts';
export { useEditing } from './use-editing.ts';
export { usePreviewEnds } from './use-preview-ends.ts';
