// A move as a class sees it: its picture, its mark among others, its chart; a chart to be dragged.
export { LaneChart } from './LaneCharts.tsx';
export { LanePicture } from './LanePicture.tsx';
export { markOf, motionsOf } from './lane-look.ts';
export type { LaneMark } from './lane-look.ts';
export { movingPart, shownLanes } from './lane-view.ts';
export type { ShownLane } from './lane-view.ts';
export { TickRail } from './TickRail.tsx';
