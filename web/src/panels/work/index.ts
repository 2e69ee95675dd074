export { ConflictDialog } from './ConflictDialog.tsx';
export { EditingActions, SaveStatus } from './EditingActions.tsx';
export { RecordQuestion } from './RecordQuestion.tsx';
