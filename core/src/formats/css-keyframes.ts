import { trimmed } from '../format-fixed.ts';
import { type ChannelId, CHANNELS } from '../motion/document/channels.ts';
import type { Channel, Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import { channelValue } from '../motion/path/pose.ts';
import { type CurveShape, easeShapeOf } from '../motion/sampling/ease-shape.ts';
import { segmentCurve } from '../motion/sampling/segment.ts';
import { framesPerSecond } from '../time/rate.ts';
import { writeCssEasing } from './css-easing.ts';

/** Channels that a style sheet can move, and what each is called in it. */
const MOVED = {
  'position.x': 'x',
  'position.y': 'y',
  rotation: 'turn',
  'scale.x': 'scale-x',
  'scale.y': 'scale-y',
  opacity: 'opacity',
} as const satisfies Partial<Record<ChannelId, string>>;
export type StyleChannel = keyof typeof MOVED;
export const STYLE_CHANNELS = Object.keys(MOVED) as StyleChannel[];

const number = (value: number): string => trimmed(value, 5);

/** A name that a style sheet takes, told apart by its place where two would be one. */
function classNames(subjects: readonly Subject[]): string[] {
  const taken = new Set<string>();
  return subjects.map(({ name }, i) => {
    const bare =
      name
        .toLowerCase()
        .replaceAll(/[^a-z0-9]+/g, '-')
        .replaceAll(/^-+|-+$/g, '') || 'subject';
    const own = /^\d/.test(bare) ? `s-${bare}` : bare;
    const free = taken.has(own) ? `${own}-${i + 1}` : own;
    taken.add(free);
    return free;
  });
}

/** Whether a stretch is said by an ease: not where a curve leaves and comes back to one value. */
function isEased(keys: readonly Key[], index: number): boolean {
  if (keys[index]!.leave !== 'curve' || keys[index]!.value !== keys[index + 1]!.value) return true;
  const { v1, v2 } = segmentCurve(keys, index);
  return v1 === keys[index]!.value && v2 === v1;
}

/** Frames at which a style sheet says a channel, with how it goes from each to the next. */
export function styleStops(
  subject: Subject,
  channel: Channel,
  { range: { first, last } }: MotionDocument,
): { frame: number; ease: string }[] {
  const { keys, wobble, before, after } = channel;
  const bare = !wobble && !before && !after && keys.every((_, i) => i === keys.length - 1 || isEased(keys, i));
  const inside = keys[0]!.frame >= first && keys.at(-1)!.frame <= last;
  // Anything else is said frame by frame.
  if (!bare || !inside)
    return Array.from({ length: last - first + 1 }, (_, i) => ({ frame: first + i, ease: 'linear' }));
  const stops = keys.map(({ frame }, i) => ({
    frame,
    ease: i === keys.length - 1 ? 'linear' : writeCssEasing(easeShapeOf(keys, i) as { leave: 'curve' } & CurveShape),
  }));
  if (keys[0]!.frame > first) stops.unshift({ frame: first, ease: 'linear' });
  if (keys.at(-1)!.frame < last) stops.push({ frame: last, ease: 'linear' });
  return stops;
}

/** How a channel of a class is kept: a number of its own, which can be animated by itself. */
const registered = (name: string, at: number): string =>
  `@property ${name} {\n  syntax: '<number>';\n  inherits: false;\n  initial-value: ${number(at)};\n}\n`;

/**
 * A motion as a style sheet: a class a subject, each channel a number of its own (CSS Properties and Values) with its
 * keyframes and their eases, so that x and y may be keyed apart. Places are in pixels from the stage's corner, about a
 * subject's middle; it plays once in the motion's time. Exposures are not in it, nor what carries a subject.
 */
export function writeCssKeyframes(motion: MotionDocument): string {
  const { range, rate } = motion;
  const seconds = number(Math.max(1, range.last - range.first) / framesPerSecond(rate));
  const at = (frame: number): string => number((100 * (frame - range.first)) / Math.max(1, range.last - range.first));
  const subjects = motion.subjects.filter(({ channels }) => channels.some(({ keys }) => keys.length > 0));
  const names = classNames(subjects);
  return subjects
    .map((subject, s) => {
      const variable = (id: StyleChannel): string => `--${names[s]}-${MOVED[id]}`;
      const moving = STYLE_CHANNELS.flatMap((id) => {
        const channel = subject.channels.find((own) => own.id === id && own.keys.length > 1);
        return channel ? [{ id, channel }] : [];
      });
      const declared = STYLE_CHANNELS.map((id) => registered(variable(id), channelValue(subject, id, range.first)));
      const keyframes = moving.map(({ id, channel }) => {
        const lines = styleStops(subject, channel, motion).map(({ frame, ease }) => {
          const value = number(channelValue(subject, id, frame));
          return `  ${at(frame)}% { ${variable(id)}: ${value}; animation-timing-function: ${ease}; }`;
        });
        return `/* ${CHANNELS[id].label} */\n@keyframes ${names[s]}-${MOVED[id]} {\n${lines.join('\n')}\n}\n`;
      });
      const value = (id: StyleChannel): string => `var(${variable(id)})`;
      const animations = moving.map(({ id }) => `${names[s]}-${MOVED[id]} ${seconds}s linear both`);
      const rule = [
        `.${names[s]} {`,
        `  translate: calc(${value('position.x')} * 1px) calc(${value('position.y')} * 1px);`,
        `  rotate: calc(${value('rotation')} * 1deg);`,
        `  scale: ${value('scale.x')} ${value('scale.y')};`,
        `  opacity: calc(${value('opacity')} / 100);`,
        ...(animations.length > 0 ? [`  animation:\n    ${animations.join(',\n    ')};`] : []),
        '}\n',
      ].join('\n');
      return [...declared, ...keyframes, rule].join('\n');
    })
    .join('\n');
}
