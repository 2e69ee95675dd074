// What is said of a take: findings, notes, replies, takes in a row.
export { type ChosenTake, chosenPath, MOST_CHOSEN, useChooseTakes, useChosenTakes } from './chosen-takes.ts';
export { CheckedWords } from './CheckedWords.tsx';
export { exportedTake } from './exported-take.ts';
export { ClipSureness } from './ClipSureness.tsx';
export { FindingsList } from './FindingsList.tsx';
export { LearnerWords } from './LearnerWords.tsx';
export { NoteDone } from './NoteDone.tsx';
export { NoteLayer, useGhosts } from './NoteLayer.tsx';
export type { DrawingDraft } from './NoteLayer.tsx';
export { NoteReplies } from './NoteReplies.tsx';
export { ReadAllAgain } from './ReadAllAgain.tsx';
export { TakeName } from './TakeName.tsx';
export { TakesPanel } from './TakesPanel.tsx';
export { TakeWordsFields } from './TakeWordsFields.tsx';
export { NO_WORDS, TYPED_WORDS } from './typed-words.ts';
export { closedReason, isLate, takesLeft } from './hand-in-terms.ts';
