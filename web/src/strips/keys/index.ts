export { KeysStrip } from './KeysStrip.tsx';
export { keysByFrame } from './keys-by-frame.ts';
