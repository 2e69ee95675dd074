export { ComparisonSpread } from './ComparisonSpread.tsx';
export { FindingsList } from './FindingsList.tsx';
export type { DrawingDraft } from './NoteLayer.tsx';
export { NoteReplies } from './NoteReplies.tsx';
export { TakesPanel } from './TakesPanel.tsx';
export { ReadAllAgain } from './ReadAllAgain.tsx';
export { NoteDone } from './NoteDone.tsx';
