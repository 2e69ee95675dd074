// How edited work is opened, kept in the browser until it is on the server, saved, and settled with what others wrote;
// and how small choices are.
export { keepMine, takeTheirs } from './save-work.ts';
export { selectIsDirty, targetUnlocked } from './saving.slice.ts';
export { KeptStatus } from './KeptStatus.tsx';
export { useInTurn } from './use-in-turn.ts';
export { useKeptChoice } from './use-kept-choice.ts';
export { useOpenTrial } from './use-open-trial.ts';
export { useOpenWork } from './use-open-work.ts';
export { useOnceSaved } from './use-once-saved.ts';
export { keepAsCopy } from './work-store.ts';
export { laneSource, mineName, workOfLane } from './lane-work.ts';
