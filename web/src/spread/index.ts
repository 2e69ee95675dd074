export { Spread, PagesChoice, usePages } from './Spread.tsx';
export type { Pages } from './Spread.tsx';
export { EditingPicture } from './EditingPicture.tsx';
export { EditingTime } from './EditingTime.tsx';
export { EditingActions, SaveStatus } from './EditingActions.tsx';
export { ConflictDialog } from './ConflictDialog.tsx';
export { RecordQuestion } from './RecordQuestion.tsx';
export { NumbersPanel } from './NumbersPanel.tsx';
export { TargetCharts } from './TargetCharts.tsx';
