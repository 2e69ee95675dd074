// What concerns the work as a whole: undo, saving, two versions of it, keys asked about.
export { ConflictDialog } from './ConflictDialog.tsx';
export { EditingActions, SaveStatus, UndoButtons } from './EditingActions.tsx';
export { RecordQuestion } from './RecordQuestion.tsx';
