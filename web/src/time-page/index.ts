// The right page: ruler, ranges, transport, playhead, and the bands that strips lie in. Knows no editing.
export type { KeyStepping } from './PlaybackPopover.tsx';
export type { RangeControls } from './RangeLane.tsx';
export { LABEL_PX, ROW_PX, Strip, StripHelp } from './Strip.tsx';
export { TimePage } from './TimePage.tsx';
export type { StripEntry } from './TimePage.tsx';
export { Ruler } from './Ruler.tsx';
export { Transport } from './Transport.tsx';
export { Playhead } from './Playhead.tsx';
