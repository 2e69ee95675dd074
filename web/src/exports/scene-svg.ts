import {
  channelValue,
  depthAt,
  escapeXml,
  findChannel,
  framesPerSecond,
  hasView,
  type MotionDocument,
  STYLE_CHANNELS,
  type StyleChannel,
  styleStops,
  type Subject,
  trimmed,
} from '@undulan/core';
import {
  drawTrail,
  opacityAt,
  paintAt,
  paintLook,
  type SeenSubject,
  subjectsSeen,
  TARGET_COLOUR,
} from '../picture/stage/index.ts';
import { drawNumber, trailedSubject } from './draw-picture.ts';
import { SvgContext, writeMatrix } from './svg-context.ts';

/** What is asked of a picture in vectors. */
export interface SvgChoices {
  trail: boolean;
  numbers: boolean;
}

const number = (value: number): string => trimmed(value, 4);

/** What a subject looks like on its frames, at the origin and fully seen; what looks alike is written once. */
function markupsOf(subject: Subject): (shown: number) => string {
  const written = new Map<string, string>();
  return (shown) => {
    const paint = { ...paintAt(subject, shown), quick: null };
    const name = JSON.stringify(paint);
    const known = written.get(name);
    if (known !== undefined) return known;
    const context = new SvgContext();
    context.lineJoin = 'round';
    paintLook(context, subject.look, paint);
    const markup = context.markup();
    written.set(name, markup);
    return markup;
  };
}

/** A ground that is not seen at all. */
const isClear = (colour: string): boolean => /^#[0-9a-f]{6}00$/i.test(colour);

function svgOf({ widthPx, heightPx, background }: MotionDocument['stage'], title: string, parts: string[]): string {
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${heightPx}" ` +
      `viewBox="0 0 ${widthPx} ${heightPx}">`,
    `<title>${escapeXml(title)}</title>`,
    ...(isClear(background) ? [] : [`<rect width="${widthPx}" height="${heightPx}" fill="${background}"/>`]),
    ...parts,
    '</svg>\n',
  ].join('\n');
}

const named = ({ name }: Subject): string => `<title>${escapeXml(name)}</title>`;

/** The trail and the number of a frame, over everything. */
function overMarkup(motion: MotionDocument, frame: number, { trail, numbers }: Pick<SvgChoices, 'trail' | 'numbers'>) {
  const context = new SvgContext();
  const trailed = trail ? trailedSubject(motion) : null;
  if (trailed) drawTrail(context, motion, trailed, TARGET_COLOUR, false);
  if (numbers) drawNumber(context, frame, motion.stage.heightPx);
  return context.markup();
}

/** A frame of a motion as vectors: a group a subject, with its name, back to front. */
export function writeFrameSvg(title: string, motion: MotionDocument, frame: number, choices: SvgChoices): string {
  const groups = subjectsSeen(motion, frame).map(
    ({ subject, shown, pose }) =>
      `<g transform="${writeMatrix(pose)}" opacity="${number(opacityAt(subject, shown))}">${named(subject)}\n` +
      `${markupsOf(subject)(shown)}\n</g>`,
  );
  return svgOf(motion.stage, title, [...groups, overMarkup(motion, frame, choices)]);
}

/** What is said from a frame on, and how it comes to what is said next. */
interface Stop {
  frame: number;
  says: string;
  ease: string;
}

/** Writes keyframes over a range: what is said stays until it is said anew, or goes by its ease. */
function writeKeyframes(name: string, stops: readonly Stop[], first: number, over: number): string {
  const lines = stops.map(({ frame, says, ease }) => {
    const at = number((100 * (frame - first)) / over);
    return `${at}%{${says};animation-timing-function:${ease}}`;
  });
  const end = stops.at(-1)!;
  if (end.frame - first < over) lines.push(`100%{${end.says}}`);
  return `@keyframes ${name}{${lines.join('')}}`;
}

/** What is said from frame to frame, where it is not what was said before. */
function changes(frames: readonly number[], says: (frame: number) => string): Stop[] {
  const stops: Stop[] = [];
  for (const frame of frames) {
    const said = says(frame);
    if (said !== stops.at(-1)?.says) stops.push({ frame, says: said, ease: 'step-end' });
  }
  return stops;
}

const MOVES: Record<StyleChannel, (value: number) => string> = {
  'position.x': (value) => `transform:translateX(${number(value)}px)`,
  'position.y': (value) => `transform:translateY(${number(value)}px)`,
  rotation: (value) => `transform:rotate(${number(value)}deg)`,
  'scale.x': (value) => `transform:scaleX(${number(value)})`,
  'scale.y': (value) => `transform:scaleY(${number(value)})`,
  opacity: (value) => `opacity:${number(Math.min(1, Math.max(0, value / 100)))}`,
};
/** Channels that only change what a subject looks like. */
const PAINTS = new Set(['fill', 'stroke', 'stroke.width', 'drawing', 'morph']);

/** Whether where a subject is can be said by eases: on ones, by itself, by channels that a style sheet has. */
function isEased(motion: MotionDocument, subject: Subject): boolean {
  const { exposure, parentId, guide, channels } = subject;
  if (exposure !== 1 || parentId !== null || guide || hasView(motion)) return false;
  if (findChannel(subject, 'skew.x') ?? findChannel(subject, 'skew.y')) return false;
  return channels.every(
    ({ id, keys }) => keys.length < 2 || PAINTS.has(id) || STYLE_CHANNELS.includes(id as StyleChannel),
  );
}

/** Subjects that are seen at all, back to front: by how deep they are where they are seen first. */
function inOrder(motion: MotionDocument, seen: ReadonlyMap<number, readonly SeenSubject[]>): Subject[] {
  const depths = new Map<Subject, number>();
  for (const all of seen.values())
    for (const { subject, shown } of all)
      if (!depths.has(subject)) depths.set(subject, depthAt(motion, subject, shown));
  return motion.subjects.filter((subject) => depths.has(subject)).sort((a, b) => depths.get(b)! - depths.get(a)!);
}

/** A moving picture in vectors, and what of the motion it could not say as it is. */
export interface MovingSvg {
  text: string;
  says: string[];
}

export interface MovingSvgChoices extends SvgChoices {
  loops: boolean;
  /** Between frames too, by the eases of keys, where those can be said. */
  eased: boolean;
}

/**
 * A motion as an SVG that plays by its style sheet: a group a subject. Frame by frame as it is exposed; or, where that
 * is asked for and a subject is on ones by itself, by its own keys and eases, which then go on between frames.
 */
export function writeMovingSvg(title: string, motion: MotionDocument, choices: MovingSvgChoices): MovingSvg {
  const { first, last } = motion.range;
  const frames = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const seen = new Map(frames.map((frame) => [frame, subjectsSeen(motion, frame)]));
  const subjects = inOrder(motion, seen);
  const eased = new Set(choices.eased ? subjects.filter((subject) => isEased(motion, subject)) : []);
  // By eases it goes from the first frame to the last; frame by frame the last of them stands for its time, too.
  const over = eased.size > 0 ? Math.max(1, last - first) : frames.length;
  const style = [
    `.moves{animation-duration:${number(over / framesPerSecond(motion.rate))}s;` +
      `animation-iteration-count:${choices.loops ? 'infinite' : 1};animation-fill-mode:both}`,
  ];
  const play = (name: string, stops: readonly Stop[]): string => {
    if (stops.length === 1) return ` style="${stops[0]!.says}"`;
    style.push(writeKeyframes(name, stops, first, over), `.${name}{animation-name:${name}}`);
    return ` class="moves ${name}"`;
  };
  /** One of several pictures at a time: each is there once, and seen on its frames. */
  const flip = (name: string, markup: (frame: number) => string): string => {
    const up = frames.map(markup);
    return [...new Set(up)]
      .filter((one) => one !== '')
      .map((one, i) => {
        const stops = changes(frames, (frame) => `visibility:${up[frame - first] === one ? 'visible' : 'hidden'}`);
        return `<g${play(`${name}-${i}`, stops)}>\n${one}\n</g>`;
      })
      .join('\n');
  };
  const groups = subjects.map((subject, s) => {
    const name = `s${s}`;
    const on = (frame: number): SeenSubject | undefined => seen.get(frame)!.find((one) => one.subject === subject);
    const markupOf = markupsOf(subject);
    const looks = flip(`${name}-look`, (frame) => {
      const one = on(frame);
      return one ? markupOf(one.shown) : '';
    });
    const inner = `${named(subject)}\n${looks}`;
    if (eased.has(subject))
      return STYLE_CHANNELS.reduceRight(
        (within, id) => `<g${play(`${name}-${id.replace('.', '-')}`, easedStops(motion, subject, id))}>${within}</g>`,
        `<g transform="translate(${number(-subject.pivot.x)},${number(-subject.pivot.y)})">${inner}</g>`,
      );
    // While it is not there it stays where it was.
    let says = '';
    const stops = changes(frames, (frame) => {
      const one = on(frame);
      if (one) says = `transform:${writeMatrix(one.pose)};opacity:${number(opacityAt(subject, one.shown))}`;
      return says;
    });
    return `<g${play(name, stops)}>${inner}</g>`;
  });
  const numbers = choices.numbers
    ? flip('number', (frame) => overMarkup(motion, frame, { trail: false, numbers: true }))
    : '';
  const trail = overMarkup(motion, first, { trail: choices.trail, numbers: false });
  const sheet = `<style>\n${style.join('\n')}\n</style>`;
  return {
    text: svgOf(motion.stage, title, [sheet, ...groups, trail, numbers]),
    says: saysOf(choices.eased, subjects, eased, seen),
  };
}

function easedStops(motion: MotionDocument, subject: Subject, id: StyleChannel): Stop[] {
  const channel = findChannel(subject, id);
  const says = (frame: number): string => MOVES[id](channelValue(subject, id, frame));
  if (!channel || channel.keys.length < 2)
    return [{ frame: motion.range.first, says: says(motion.range.first), ease: 'linear' }];
  return styleStops(subject, channel, motion).map(({ frame, ease }) => ({ frame, says: says(frame), ease }));
}

/** What a moving SVG could not say as it is. */
function saysOf(
  wanted: boolean,
  subjects: readonly Subject[],
  eased: ReadonlySet<Subject>,
  seen: ReadonlyMap<number, readonly SeenSubject[]>,
): string[] {
  const says: string[] = [];
  const place = new Map(subjects.map((subject, i) => [subject, i]));
  const passes = [...seen.values()].some((all) =>
    all.some(({ subject }, i) => i > 0 && place.get(subject)! < place.get(all[i - 1]!.subject)!),
  );
  if (passes) says.push('Subjects pass one another in depth: here each stays in front of the others, or behind them.');
  const stepped = subjects
    .filter((subject) => !eased.has(subject))
    .filter(({ channels }) => channels.some(({ keys }) => keys.length > 1));
  if (wanted && stepped.length > 0)
    says.push(
      `Frame by frame, for their exposures or for what carries them: ${stepped.map(({ name }) => name).join(', ')}.`,
    );
  return says;
}
