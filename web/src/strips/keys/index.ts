// The keys of all subjects, a row a channel, with a sum on top.
export { KeysStrip } from './KeysStrip.tsx';
export { keysByFrame } from './keys-by-frame.ts';
