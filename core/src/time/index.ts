export {
  Rate, RATE_PRESETS, MIN_RATE, MAX_RATE, framesPerSecond, sameRate, formatRate, parseRate,
} from './rate.ts';
export { FrameRange, FRAME_LIMIT, frameCount, runningSeconds, travelSeconds, parseRange } from './range.ts';
export { exposedFrame, MAX_EXPOSURE } from './exposure.ts';
