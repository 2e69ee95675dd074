// Moves to begin an exercise from, made by a few numbers.
export { READY_MODELS, usualNumbers } from './ready-models.ts';
export type { ReadyModel, ReadyModelId, ReadyNumber } from './ready-models.ts';
