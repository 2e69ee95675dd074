// Speed over time, with what each key arrives and leaves with.
export { SpeedStrip } from './SpeedStrip.tsx';
export { channelLine, pathLine } from './speed-lines.ts';
export { traceSpeed } from './paint-speed.ts';
