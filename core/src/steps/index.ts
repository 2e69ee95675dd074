// Changes of documents as data, and the history they make. Knows no motion.
/**
 * Steps of work: what a change of a document is, small and as good backward as forward, and the history they make.
 * Knows nothing of motion.
 */
export { Change, Step, invertChanges, MOST_DEPTH } from './change.ts';
export { depthOf } from './depth.ts';
export { changesBetween, sameData } from './changes-between.ts';
export { applyChanges } from './apply-changes.ts';
export {
  History,
  HistoryChange,
  HISTORY_LIMIT,
  EMPTY_HISTORY,
  recordStep,
  undoStep,
  redoStep,
  historyChange,
  withHistoryChange,
} from './history.ts';
