// The keys of all subjects, a row a channel, with a sum on top.
export { KeysStrip } from './KeysStrip.tsx';
export { type KeyCommands, useKeyCommands, useKeyShortcuts } from './use-key-commands.ts';
export { keysByFrame } from './keys-by-frame.ts';
