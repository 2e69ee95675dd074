// Even time above, where the subject is below, a thread a drawing.
export { LoomStrip } from './LoomStrip.tsx';
export { SpacingSentence } from './SpacingSentence.tsx';
export { railsOf } from './rails.ts';
export type { Rails } from './rails.ts';
export { useActiveTrack, useSegments, useShownSegments } from './use-segments.ts';
export { paintWeave } from './paint-weave.ts';
export type { Weave } from './paint-weave.ts';
