// Value curves with keys and handles.
export { CurveStrip } from './CurveStrip.tsx';
export { KEEPS_NOTHING } from './handle-drag.ts';
export type { HandleKeeps } from './handle-drag.ts';
