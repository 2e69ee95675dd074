// What is done with keys in time: select, copy, stretch, hold, cue, another length.
export { KeyActions } from './KeyActions.tsx';
