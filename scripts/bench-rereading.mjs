import { availableParallelism } from 'node:os';
import { performance } from 'node:perf_hooks';
import { ensureBuilt, ensureModules } from './prepare.mjs';

/**
 * Measures reading every take of an exercise anew after its target changed, in the server's own threads, starting them
 * included.
 */
const TAKES = 200;
const AIM_S = 2;

await ensureModules();
await ensureBuilt();
const { createChannel, createKey, createMotion, createSubject, moveKeys } = await import('@undulan/core');
const { createReaderPool } = await import('../server/dist/readings/reader-pool.js');

const LOOK = { shape: 'box', widthPx: 60, heightPx: 60, fill: '#2456a6' };
const frames = [1, 9, 21, 33, 45, 61];

/** Three dishes over five seconds, each sliding and turning; as long as an exercise of a course is. */
function motionOf() {
  const subjects = ['plate', 'bowl', 'cup'].map((name, n) => {
    const subject = createSubject(name, name, LOOK, { x: 0, y: 0 });
    const keys = (swing) => frames.map((frame, i) => createKey(frame, swing * Math.sin(i * 1.7 + n), { link: 'flat' }));
    const swings = { 'position.x': 300, 'position.y': 90, rotation: 30 };
    return {
      ...subject,
      channels: subject.channels.map((channel) =>
        swings[channel.id] ? createChannel(channel.id, 0, keys(swings[channel.id])) : channel,
      ),
    };
  });
  return { ...createMotion(subjects), range: { first: 1, last: 121 } };
}

const motion = motionOf();
const target = { motion, tolerances: { keyFrames: 1, spacingPercent: 4 } };
const takes = Array.from(
  { length: TAKES },
  (_, i) =>
    moveKeys(
      motion,
      [{ subjectId: ['plate', 'bowl', 'cup'][i % 3], channelId: 'position.x', frame: frames[1 + (i % 4)] }],
      1 + (i % 5),
    ).motion,
);
const from = performance.now();
const pool = createReaderPool();
const readings = await Promise.all(takes.map((take) => pool.read(target, take)));
const found = readings.reduce((sum, { findings }) => sum + findings.length, 0);
const seconds = (performance.now() - from) / 1000;
console.log(
  `reading ${TAKES} takes anew on ${availableParallelism()} processors, threads started: ` +
    `${seconds.toFixed(2)} s, ${found} findings (aim under ${AIM_S} s on two)`,
);
await pool.close();
