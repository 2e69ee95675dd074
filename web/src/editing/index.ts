// The edited work: its document, the gesture under way, what is selected, the rows, each a slice; what is done to it.
export { easeTaken } from './carried.slice.ts';
export { broughtBack, changed, channelsWanted, closed, limited, opened } from './document.slice.ts';
export type { DocumentState, WorkSource } from './document.slice.ts';
export { applyEdit, changeDetails, copySelected, leaveUnkeyed, previewEdit, redo, undo } from './edits.ts';
export { rippleToggled, sharesToggled } from './gesture.slice.ts';
export { runEdit } from './operations.ts';
export type { EditRequest } from './operations.ts';
export { asked, frontChosen, recordToggled, soloToggled, unkeyedDropped } from './posing.slice.ts';
export { rowsChanged } from './rows.slice.ts';
export { isLocked } from './rows.ts';
export type { KeyRow, RowState } from './rows.ts';
export { channelSelected, keysSelected, subjectSelected } from './selection.slice.ts';
export {
  selectActiveChannel,
  selectKeyRows,
  selectKeyedChannels,
  selectMotion,
  selectOpenChannels,
  selectPictureMotion,
  selectSolo,
  selectRedoName,
  selectSettledSubject,
  selectShownKeys,
  selectShownMotion,
  selectSubject,
  selectUnderWay,
  selectWantedIds,
  selectUndoName,
  selectWork,
} from './selectors.ts';
export { changedValues, useChangeValues } from './use-change-values.ts';
export { usePreviewEnds } from './use-preview-ends.ts';
export { useRememberedAside } from './use-remembered-aside.ts';
