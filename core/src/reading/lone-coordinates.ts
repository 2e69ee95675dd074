import { extentOf } from '../extent.ts';
import { createChannel, findChannel, withChannel } from '../motion/document/document.ts';
import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { extentOfKeys } from '../motion/keys/thin-keys.ts';
import { bakeChannelInto } from '../motion/sampling/bake.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import { counterpart } from './counterpart.ts';
import { isRecorded } from './keying.ts';
import type { Finding, Tolerances } from './schema.ts';
import { severityOf } from './severity.ts';
import { capital, roundTo, subjectDoes, WAYS } from './words.ts';

/** Both motions without what only one of them does in one coordinate of a place, and what is said of that. */
export interface WithoutLone {
  target: MotionDocument;
  take: MotionDocument;
  findings: Finding[];
  /** Which those are, by the target's subject. */
  lone: ReadonlyMap<string, readonly Coordinate[]>;
}

const COORDINATES = ['position.x', 'position.y'] as const;
type Coordinate = (typeof COORDINATES)[number];
const wayOf = (id: Coordinate): string => WAYS[COORDINATES.indexOf(id)]!;
const POSITION = TRACKS.find(({ id }) => id === 'position')!;

/** A coordinate that moves by so many tolerances is meant to move. */
const MOVES = 3;

/** How one coordinate goes over a range, frame by frame. */
interface Course {
  first: number;
  last: number;
  extent: number;
}

function courseOf(subject: Subject, id: Coordinate, { range }: MotionDocument): Course {
  const channel = findChannel(subject, id);
  if (!channel || channel.keys.length === 0) {
    const at = channel?.resting ?? 0;
    return { first: at, last: at, extent: 0 };
  }
  const values = new Float64Array(Math.max(1, range.last - range.first + 1));
  bakeChannelInto(values, channel, range.first, 1);
  const { low, high } = extentOf(values);
  return { first: values[0]!, last: values.at(-1)!, extent: high - low };
}

/** Whether it is keyed from pose to pose: one that is the same throughout lacks a pose, and is told as that. */
function isPosed(subject: Subject, id: Coordinate): boolean {
  const channel = findChannel(subject, id);
  return channel !== undefined && channel.keys.length > 1 && !isRecorded(channel);
}

/** Whether by its keys one of the two hardly moves in a coordinate where the other does: only then it is looked at. */
function mayBeLone(asked: Subject, drawn: Subject): boolean {
  return COORDINATES.some((id) => {
    const [a, b] = [asked, drawn].map((subject) => extentOfKeys(findChannel(subject, id)?.keys ?? []));
    return (a === 0 && b! > 0) || b! * MOVES < a!;
  });
}

/**
 * Takes out, of a place, the coordinate that stands still in one motion and moves in the other: it is one thing to say,
 * and whatever the other coordinate does is read apart from it. A way off its line that comes back to it is left: that
 * is an arc. Of a place that does not move at all there is nothing to take apart.
 */
export function withoutLoneCoordinates(
  target: MotionDocument,
  take: MotionDocument,
  { spacingPercent }: Tolerances,
): WithoutLone {
  const lone = new Map<string, Coordinate[]>();
  let out: WithoutLone = { target, take, findings: [], lone };
  for (const subject of target.subjects) {
    const own = counterpart(take, subject);
    if (!own || !COORDINATES.some((id) => (findChannel(subject, id)?.keys.length ?? 0) > 0)) continue;
    if (!mayBeLone(subject, own)) continue;
    const courses = COORDINATES.map((id) => ({
      id,
      asked: courseOf(subject, id, target),
      drawn: courseOf(own, id, take),
    }));
    const span = Math.hypot(...courses.map(({ asked }) => asked.extent));
    const tolerance = (spacingPercent / 100) * span;
    if (span === 0 || !courses.some(({ drawn }) => drawn.extent > tolerance)) continue;
    for (const { id, asked, drawn } of courses) {
      const finding =
        drawn.extent <= tolerance && asked.extent > MOVES * tolerance && !isPosed(own, id)
          ? neverMoved(subject, id, asked, drawn, tolerance)
          : asked.extent === 0 && Math.abs(drawn.last - drawn.first) > tolerance
            ? movedToo(subject, id, drawn, tolerance)
            : null;
      if (!finding) continue;
      const { first, last } = target.range;
      lone.set(subject.id, [...(lone.get(subject.id) ?? []), id]);
      out = {
        ...out,
        target: withChannel(out.target, subject.id, createChannel(id, asked.first)),
        take: withChannel(out.take, own.id, createChannel(id, asked.first)),
        findings: [
          ...out.findings,
          { ...finding, subjectId: subject.id, track: POSITION.id, firstFrame: first, lastFrame: last },
        ],
      };
    }
  }
  return out;
}

type Said = Omit<Finding, 'subjectId' | 'track' | 'firstFrame' | 'lastFrame'>;

function neverMoved({ name }: Subject, id: Coordinate, asked: Course, drawn: Course, tolerance: number): Said {
  return {
    kind: 'track-never-keyed',
    measured: drawn.extent,
    expected: asked.extent,
    tolerance,
    unit: POSITION.unit,
    severity: 'strong',
    sentence: capital(
      `${subjectDoes(name, 'do')} not move ${wayOf(id)}; the target does, by ${roundTo(asked.extent, 1)} px.`,
    ),
  };
}

function movedToo({ name }: Subject, id: Coordinate, drawn: Course, tolerance: number): Said {
  return {
    kind: 'track-extra',
    measured: drawn.extent,
    expected: 0,
    tolerance,
    unit: POSITION.unit,
    severity: severityOf(drawn.extent, tolerance) ?? 'slight',
    sentence: capital(
      `${subjectDoes(name, 'move')} ${wayOf(id)} too, by ${roundTo(drawn.extent, 1)} px; the target does not.`,
    ),
  };
}
