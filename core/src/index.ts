// What the core computes. Some of it no screen uses yet: drills to come do.
export { accept, problemOf, refuse } from './result.ts';
export type { Issue, Result } from './result.ts';
export { extentOf } from './extent.ts';
export { formatFixed, trimmed } from './format-fixed.ts';
export { readDecimal } from './read-decimal.ts';
export { CoreError } from './core-error.ts';
export * from './time/index.ts';
export * from './steps/index.ts';
export * from './motion/index.ts';
export * from './spacing/index.ts';
export * from './reading/index.ts';
export * from './formats/index.ts';
export * from './ready/index.ts';
export * from './correcting/index.ts';
export * from './clips/index.ts';
export * from './teaching/index.ts';
export * from './seeing/index.ts';
