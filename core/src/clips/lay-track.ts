import { extentOf } from '../extent.ts';
import {
  type ChannelId,
  createChannel,
  createKey,
  findChannel,
  findSubject,
  type MotionDocument,
  seenPose,
  type Subject,
} from '../motion/index.ts';
import { spanOf } from '../reading/index.ts';
import type { FrameRange } from '../time/index.ts';
import type { Place } from './clip-picture.ts';

/** How a clip lies over a scene: a place of the clip is at `place · scale + shift` on the stage. */
export interface Registration {
  subjectId: string;
  /** Stage pixels a pixel of the clip. */
  scale: number;
  shift: Place;
}

/** As a clip of this size lies when it shows the stage as a whole: shapes differing by more than this do not. */
const SAME_SHAPE = 0.02;

/** How far and whither something goes is told by so many of its frames. */
const TELLING = 400;

/** Where the middle of a subject's look is seen on every so manieth whole frame of a range. */
export function seenWay(motion: MotionDocument, subject: Subject, { first, last }: FrameRange, every = 1): Place[] {
  const way: Place[] = [];
  for (let frame = first; frame <= last; frame += every) {
    const pose = seenPose(motion, subject, frame);
    way.push(pose ? { x: pose.e, y: pose.f } : (way.at(-1) ?? { x: 0, y: 0 }));
  }
  return way;
}

/** How large the box is that a way lies in, from corner to corner; 0 of one that goes nowhere. */
export const spanOfWay = (way: readonly Place[]): number =>
  spanOf([Float64Array.from(way, ({ x }) => x), Float64Array.from(way, ({ y }) => y)]);

/** Where it is seen on a few hundred frames, however long the range. */
export function tellingWay(motion: MotionDocument, subject: Subject): Place[] {
  const { first, last } = motion.range;
  return seenWay(motion, subject, motion.range, Math.max(1, Math.ceil((last - first) / TELLING)));
}

/** The subject of a scene that goes furthest over the picture; null where none moves. */
export function furthestMoving(motion: MotionDocument): Subject | null {
  let best: { subject: Subject; extent: number } | null = null;
  for (const subject of motion.subjects) {
    const extent = spanOfWay(tellingWay(motion, subject));
    if (extent > (best?.extent ?? 0.5)) best = { subject, extent };
  }
  return best && best.subject;
}

/**
 * How a clip most likely lies over a scene: showing the stage as a whole if it has its shape, else as large as makes
 * the ways alike, unless its scale (stage pixels a pixel of it) is known; and its first place where the model begins.
 */
export function proposeRegistration(
  places: readonly Place[],
  size: { width: number; height: number },
  motion: MotionDocument,
  subjectId: string,
  known?: number,
): Registration {
  const way = tellingWay(motion, findSubject(motion, subjectId)!);
  const { widthPx, heightPx } = motion.stage;
  const isFramed = Math.abs(Math.log((size.width * heightPx) / (size.height * widthPx))) < SAME_SHAPE;
  const gone = spanOfWay(places);
  const scale = known ?? (isFramed || gone < 1 ? widthPx / size.width : spanOfWay(way) / gone);
  const [from, to] = [places[0] ?? { x: 0, y: 0 }, way[0]!];
  return { subjectId, scale, shift: { x: to.x - from.x * scale, y: to.y - from.y * scale } };
}

/** Whether a subject is seen where its position channels say, and nothing else moves it. */
function isPlain(motion: MotionDocument, subject: Subject): boolean {
  const way = seenWay(motion, subject, motion.range);
  const [x, y] = [findChannel(subject, 'position.x'), findChannel(subject, 'position.y')];
  if (!x || !y || subject.guide || subject.parentId !== null) return false;
  const free = { ...motion, subjects: [onlyPlaced(subject, [x, y])] };
  return seenWay(free, free.subjects[0]!, motion.range).every(
    (place, i) => Math.hypot(place.x - way[i]!.x, place.y - way[i]!.y) < 1e-6,
  );
}

const WHERE = new Set(['position.x', 'position.y']);

/**
 * The subject by itself, unturned and unscaled, moving by these position channels; when it is on stage a clip does not
 * tell.
 */
function onlyPlaced({ chain: _chain, onStage: _onStage, ...subject }: Subject, position: Subject['channels']): Subject {
  return {
    ...subject,
    parentId: null,
    guide: null,
    pivot: { x: 0, y: 0 },
    channels: [
      ...position,
      ...subject.channels
        .filter(({ id }) => !WHERE.has(id) && (id === 'rotation' || id === 'scale.x' || id === 'scale.y'))
        .map(({ id }) => createChannel(id)),
    ],
  };
}

/** How something has turned since it was first seen, and its size beside that. */
interface Turned {
  degrees: number;
  size: number;
}

/** What of turning and size counts: less is neither. */
const TURNS = 3;
const GROWS = 0.05;

function growsAtAll(turns: readonly Turned[]): boolean {
  const { low, high } = extentOf(turns.map(({ size }) => size));
  return high / low > 1 + GROWS;
}

/** Whether something turns or grows at all, as far as that can be seen. */
function turnsAtAll(turns: readonly Turned[]): boolean {
  const { low, high } = extentOf(turns.map(({ degrees }) => degrees));
  return high - low > TURNS || growsAtAll(turns);
}

/** How a subject is seen to turn and grow over frames, since the first of them. */
function seenTurns(motion: MotionDocument, subject: Subject, { first, last }: FrameRange): Turned[] {
  let [degrees, before, start] = [0, 0, 1];
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const pose = seenPose(motion, subject, first + i);
    const angle = pose ? (Math.atan2(pose.b, pose.a) * 180) / Math.PI : before;
    const size = pose ? Math.hypot(pose.a, pose.b) : start;
    if (i === 0) [before, start] = [angle, size > 0 ? size : 1];
    // The short way round from frame to frame.
    degrees += ((((angle - before) % 360) + 540) % 360) - 180;
    before = angle;
    return { degrees, size: size / start };
  });
}

/** The subject by itself at these places, one a frame of these; turned and sized too, where that is said. */
export function placed(
  subject: Subject,
  way: readonly Place[],
  frames: readonly number[],
  { leave, turns = null }: { leave: 'linear' | 'step'; turns?: readonly Turned[] | null },
): Subject {
  const channel = (id: ChannelId, values: readonly number[]): Subject['channels'][number] =>
    createChannel(
      id,
      values[0],
      values.map((value, i) => createKey(frames[i]!, value, { leave })),
    );
  const places = [
    channel(
      'position.x',
      way.map(({ x }) => x),
    ),
    channel(
      'position.y',
      way.map(({ y }) => y),
    ),
  ];
  const own = onlyPlaced(subject, places);
  if (!turns || !turnsAtAll(turns)) return own;
  const sizes = turns.map(({ size }) => size);
  const turned = [
    channel(
      'rotation',
      turns.map(({ degrees }) => degrees),
    ),
    ...(growsAtAll(turns) ? [channel('scale.x', sizes), channel('scale.y', sizes)] : []),
  ];
  const ids = new Set(turned.map(({ id }) => id));
  return { ...own, channels: [...own.channels.filter(({ id }) => !ids.has(id)), ...turned] };
}

/** A subject of the model as far as a clip can tell, by where it is seen, and how it turns where that was followed. */
function subjectSeen(motion: MotionDocument, subject: Subject, withTurns: boolean): Subject {
  const { first, last } = motion.range;
  const turns = withTurns ? seenTurns(motion, subject, motion.range) : null;
  const turnsToo = turns !== null && turnsAtAll(turns);
  return isPlain(motion, subject) && !turnsToo
    ? onlyPlaced(
        subject,
        subject.channels.filter(({ id }) => WHERE.has(id)),
      )
    : placed(
        subject,
        seenWay(motion, subject, motion.range),
        Array.from({ length: last - first + 1 }, (_, i) => first + i),
        { leave: 'linear', turns },
      );
}

/** The model as far as a clip can tell: some of its subjects; `turns` names the one whose turning was followed. */
export function modelSeen(
  motion: MotionDocument,
  subjectIds: readonly string[],
  turns: string | null = null,
): MotionDocument {
  const subjects = subjectIds.map((id) => subjectSeen(motion, findSubject(motion, id)!, id === turns));
  return { ...motion, subjects, guides: [] };
}
