export { LoomStrip } from './LoomStrip.tsx';
export { SpacingSentence } from './SpacingSentence.tsx';
export { segmentAt, useActiveTrack, useSegments, useShownSegments } from './use-segments.ts';
export { railsOf } from './rails.ts';
export type { Rails } from './rails.ts';
