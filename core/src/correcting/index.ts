// What puts a take right: it reads, edits, and reads again.
export { leastEdits } from './least-edits.ts';
export type { LeastEdit, LeastEdits } from './least-edits.ts';
