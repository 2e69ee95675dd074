// The playback clock beside React, the scale of frames to pixels, and figures that follow either.
export { LiveFigures } from './LiveFigures.tsx';
export {
  ClockProvider,
  useClock,
  useMoving,
  useOnFrame,
  usePlaySettings,
  usePlaying,
  useRestingFrame,
} from './clock-context.tsx';
export { formatFrames } from './format-frames.ts';
export { PLAY_WAYS } from './play-position.ts';
export type { PlayWay } from './play-position.ts';
export { PlaybackClock, SPEED_LIMITS } from './playback-clock.ts';
export type { PlaybackReport } from './playback-clock.ts';
export { LABEL_ROOM_PX, formatPlace, parsePlace, useRulerUnit } from './ruler-unit.ts';
export { Interval, snapFrame, snapStep, useSnapping } from './snapping.ts';
export { TimeScaleProvider, useTimeScale } from './time-scale-context.tsx';
export { createTimeScale, labelStep } from './time-scale.ts';
export type { TimeScale } from './time-scale.ts';
export { scaleOf, useTimeView, useWheelAndPan } from './use-time-view.ts';
export type { TimeViewing } from './use-time-view.ts';
