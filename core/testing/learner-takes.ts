import {
  type Channel,
  createKey,
  deleteKeys,
  exposedFrame,
  type Finding,
  type FindingKind,
  type Key,
  type KeyRef,
  type MotionDocument,
  moveKeys,
  readTake,
  sampleChannel,
  setLeave,
  type Subject,
} from '../src/index.ts';
import { type Model, MODELS } from './clean-models.ts';
import { createDice, type Dice } from './dice.ts';
import { LEARNER_MODELS } from './learner-models.ts';

/**
 * Takes with faults made the way learners make them, and keyed the ways their programs key: what has to be found first,
 * what else may truly be said of it, and that nothing else is.
 */

/** What may truly be said: of one of these kinds, about these frames of the target if any are named. */
export interface Truth {
  kinds: FindingKind[];
  within?: [first: number, last: number];
}

export interface LearnersTake {
  take: MotionDocument;
  /** The fault itself; null where nothing is wrong. */
  main: Truth | null;
  /** What follows from it and is true as well. */
  also?: Truth[];
}

const POSES: FindingKind[] = ['pose-off', 'volume-off', 'limb-long', 'arc-off', 'settle-off'];
const EASES: FindingKind[] = [
  'start-not-slow',
  'start-too-slow',
  'finish-not-slow',
  'finish-too-slow',
  'spacing-off',
  'contact-floats',
  'turn-sharp',
  'held-not-moving',
];

function keyFrames(motion: MotionDocument): number[] {
  const frames = motion.subjects.flatMap((subject) =>
    subject.channels.flatMap((channel) =>
      channel.keys.filter((key) => key.role !== 'inbetween').map((key) => key.frame),
    ),
  );
  return [...new Set(frames)].sort((a, b) => a - b);
}

function mapChannels(motion: MotionDocument, change: (channel: Channel, subject: Subject) => Channel): MotionDocument {
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) => change(channel, subject)),
    })),
  };
}

const moving = (channel: Channel): boolean => new Set(channel.keys.map((key) => key.value)).size > 1;

/** Whether a channel is keyed on so many frames that one key is no pose of its own. */
function isDense(motion: MotionDocument): boolean {
  return motion.subjects.some((subject) => subject.channels.some((channel) => channel.keys.length > 10));
}

/** Keys put on other frames, their handles stretched along. */
function retimed(motion: MotionDocument, frameOf: (frame: number) => number): MotionDocument {
  return mapChannels(motion, (channel) => ({
    ...channel,
    keys: channel.keys.map((key): Key => {
      const frame = frameOf(key.frame);
      const stretch = frameOf(key.frame + 1) - frame;
      const side = (handle: Key['in']): Key['in'] => ({ ...handle, frames: handle.frames * stretch });
      return { ...key, frame, in: side(key.in), out: side(key.out) };
    }),
  }));
}

/** Whether two motions of the same subjects are seen to differ. */
function differs(model: MotionDocument, take: MotionDocument): boolean {
  return take.subjects.some((subject, s) =>
    subject.channels.some((channel, c) => {
      const own = model.subjects[s]!.channels[c]!;
      const values = own.keys.map((key) => key.value);
      const span = Math.max(...values) - Math.min(...values);
      for (let frame = model.range.first; frame <= model.range.last; frame++)
        if (Math.abs(sampleChannel(channel, frame) - sampleChannel(own, frame)) > 0.08 * span) return true;
      return false;
    }),
  );
}

/** The moving channels' keys on a frame. */
function keysOn(motion: MotionDocument, frame: number): KeyRef[] {
  return motion.subjects.flatMap((subject) =>
    subject.channels
      .filter((channel) => moving(channel) && channel.keys.some((key) => key.frame === frame))
      .map((channel) => ({ subjectId: subject.id, channelId: channel.id, frame })),
  );
}

const late = (by: number): FindingKind => (by > 0 ? 'key-late' : 'key-early');

/** Faults that can be made on any model. Null where this one has no place for it. */
export const LEARNER_FAULTS: Record<string, (model: Model, dice: Dice) => LearnersTake | null> = {
  nothing: ({ target }) => ({ take: target.motion, main: null }),
  'all late': ({ target }, dice) => {
    const by = dice(2, 6);
    return { take: retimed(target.motion, (frame) => frame + by), main: { kinds: ['key-late'] } };
  },
  'other tempo': ({ target }, dice) => {
    const frames = keyFrames(target.motion);
    const [from] = frames;
    const wanted = [0.75, 0.8, 1.25, 1.4][dice(0, 3)]!;
    // What does not fit the range any more is not seen.
    const factor = from! + (frames.at(-1)! - from!) * wanted > target.motion.range.last ? 1 / wanted : wanted;
    return {
      take: retimed(target.motion, (frame) => Math.round((from! + (frame - from!) * factor) * 4) / 4),
      // Of a move between two keys alone it is no more than where the second lies.
      main: { kinds: frames.length > 2 ? ['tempo-differs'] : ['key-late', 'key-early'] },
    };
  },
  'late from here on': ({ target }, dice) => {
    const frames = keyFrames(target.motion);
    if (frames.length < 4) return null;
    const [from, by] = [frames[dice(1, frames.length - 2)]!, dice(3, 6)];
    return {
      take: retimed(target.motion, (frame) => (frame >= from ? frame + by : frame)),
      main: { kinds: ['key-late', 'overlap-off'] },
    };
  },
  'a drawing late': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const frames = keyFrames(target.motion);
    const frame = frames[dice(0, frames.length - 1)]!;
    const i = frames.indexOf(frame);
    const room = Math.min((frames[i + 1] ?? Infinity) - frame, frame - (frames[i - 1] ?? -Infinity)) - 2;
    const by = Math.min(dice(2, 4), room) * (dice(0, 1) ? 1 : -1);
    const { first, last } = target.motion.range;
    if (Math.abs(by) < 2 || Math.min(frame, frame + by) <= first + 1 || Math.max(frame, frame + by) >= last)
      return null;
    const take = moveKeys(target.motion, keysOn(target.motion, frame), by).motion;
    if (!differs(target.motion, take)) return null;
    return {
      take,
      main: { kinds: [late(by), 'overlap-off'], within: [frame - 5, frame + 5] },
      also: [{ kinds: ['loop-open', 'loop-hitches', 'loop-jerks', 'volume-off', 'hold-moves'] }],
    };
  },
  'a pose short': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const frames = keyFrames(target.motion);
    const frame = frames[dice(1, frames.length - 1)]!;
    const share = dice(15, 30) / 100;
    const { subjects } = target.motion;
    const all = keysOn(target.motion, frame);
    const ref = all[dice(0, all.length - 1)];
    if (!ref) return null;
    const channel = subjects.find((s) => s.id === ref.subjectId)!.channels.find((c) => c.id === ref.channelId)!;
    // Of a hold one end would be another place: that is a hold that moves.
    const k = channel.keys.findIndex((key) => key.frame === frame);
    if ([k - 1, k + 1].some((other) => channel.keys[other]?.value === channel.keys[k]!.value)) return null;
    const values = channel.keys.map((key) => key.value);
    const span = Math.max(...values) - Math.min(...values);
    return {
      take: moveKeys(target.motion, [ref], 0, -span * share).motion,
      main: { kinds: [...POSES, 'loop-open'], within: [frame - 20, frame + 20] },
      also: [{ kinds: [...POSES, 'hold-moves', 'arc-kinked', 'loop-open'] }],
    };
  },
  'smaller all over': ({ target }, dice) => {
    const size = dice(55, 80) / 100;
    return {
      take: mapChannels(target.motion, (channel) => {
        const from = channel.keys[0]?.value ?? 0;
        const scaled = (value: number): number => from + (value - from) * size;
        return {
          ...channel,
          keys: channel.keys.map((key) => ({
            ...key,
            value: scaled(key.value),
            in: { ...key.in, value: key.in.value * size },
            out: { ...key.out, value: key.out.value * size },
          })),
        };
      }),
      main: { kinds: POSES },
      also: [{ kinds: ['loop-open', 'limb-long'] }],
    };
  },
  'the other way': ({ target }) => ({
    take: mapChannels(target.motion, (channel) => {
      const from = channel.keys[0]?.value ?? 0;
      return {
        ...channel,
        keys: channel.keys.map((key) => ({
          ...key,
          value: 2 * from - key.value,
          in: { ...key.in, value: -key.in.value },
          out: { ...key.out, value: -key.out.value },
        })),
      };
    }),
    main: { kinds: POSES },
    also: [{ kinds: ['limb-long', 'volume-off'] }],
  }),
  'no ease': ({ target }, dice) => {
    const frames = keyFrames(target.motion);
    const frame = frames[dice(0, frames.length - 2)]!;
    const refs = keysOn(target.motion, frame);
    const even = setLeave(target.motion, refs, 'linear').motion;
    const changes = refs.some((ref) => {
      const of = (motion: MotionDocument): Channel =>
        motion.subjects.find((s) => s.id === ref.subjectId)!.channels.find((c) => c.id === ref.channelId)!;
      const { keys } = of(target.motion);
      const [a, b] = [frame, keys.find((key) => key.frame > frame)?.frame ?? frame];
      const values = keys.map((key) => key.value);
      const span = Math.max(...values) - Math.min(...values);
      return [0.15, 0.25, 0.75, 0.85].some(
        (u) =>
          Math.abs(sampleChannel(of(even), a + u * (b - a)) - sampleChannel(of(target.motion), a + u * (b - a))) >
          0.07 * span,
      );
    });
    return changes
      ? {
          take: even,
          main: { kinds: EASES, within: [frame - 40, frame + 40] },
          also: [{ kinds: [...EASES, 'arc-off', 'volume-off', 'hold-moves', 'loop-jerks', 'strobing'] }],
        }
      : null;
  },
  'a key left out': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const frames = keyFrames(target.motion);
    if (frames.length < 3) return null;
    const frame = frames[dice(1, frames.length - 2)]!;
    const take = deleteKeys(target.motion, keysOn(target.motion, frame)).motion;
    const differs = take.subjects.some((subject, s) =>
      subject.channels.some((channel, c) => {
        const model = target.motion.subjects[s]!.channels[c]!;
        const values = model.keys.map((key) => key.value);
        const span = Math.max(...values) - Math.min(...values);
        return Math.abs(sampleChannel(channel, frame) - sampleChannel(model, frame)) > 0.1 * span;
      }),
    );
    return differs
      ? {
          take,
          main: {
            kinds: ['key-missing', 'settle-off', 'track-never-keyed', ...POSES],
            within: [frame - 25, frame + 40],
          },
          also: [{ kinds: [...POSES, ...EASES, 'hold-moves', 'key-late', 'key-early', 'overlap-off'] }],
        }
      : null;
  },
};

/** A recording with one drawing out of its row, by a tenth to a quarter of the way of its channel. */
export function popped(motion: MotionDocument, dice: Dice): { take: MotionDocument; main: Truth } | null {
  if (isDense(motion)) return null;
  const take = KEYINGS['baked']!(motion, dice);
  const subject = take.subjects.find((other) => other.channels.some((channel) => channel.keys.length > 20));
  const channel = subject?.channels.find((other) => other.keys.length > 20);
  if (!subject || !channel) return null;
  const values = channel.keys.map((key) => key.value);
  const span = Math.max(...values) - Math.min(...values);
  // Beside a corner of the motion a drawing out of its row may as well be the corner.
  const corners = keyFrames(motion);
  const places = channel.keys.flatMap(({ frame }, i) =>
    i > 4 && i < channel.keys.length - 5 && corners.every((corner) => Math.abs(corner - frame) > 3) ? [i] : [],
  );
  if (places.length === 0) return null;
  const at = places[dice(0, places.length - 1)]!;
  const by = (span * dice(12, 25)) / 100;
  return {
    take: mapChannels(take, (other) =>
      other === channel
        ? { ...channel, keys: channel.keys.map((key, i) => (i === at ? { ...key, value: key.value + by } : key)) }
        : other,
    ),
    main: { kinds: ['frame-pops'], within: [channel.keys[at]!.frame, channel.keys[at]!.frame] },
  };
}

/** The same motion keyed otherwise: what is true of it stays as it is. */
export const KEYINGS: Record<string, (motion: MotionDocument, dice: Dice) => MotionDocument> = {
  'as keyed': (motion) => motion,
  baked: (motion) =>
    sampled(motion, (channel, frame) => createKey(frame, sampleChannel(channel, frame), { leave: 'linear' })),
  'baked as in-betweens': (motion) =>
    sampled(motion, (channel, frame) =>
      createKey(frame, sampleChannel(channel, frame), { leave: 'linear', role: 'inbetween' }),
    ),
  tracked: (motion, dice) =>
    sampled(motion, (channel, frame) => {
      const values = channel.keys.map((key) => key.value);
      const span = Math.max(...values) - Math.min(...values);
      const noise = ((dice(-100, 100) + dice(-100, 100)) / 200) * 0.004 * span;
      return createKey(frame, sampleChannel(channel, frame) + noise, { leave: 'linear' });
    }),
  'split segments': (motion) =>
    mapChannels(motion, (channel) =>
      moving(channel)
        ? {
            ...channel,
            keys: channel.keys.flatMap((key, i) => {
              const next = channel.keys[i + 1];
              if (!next || key.leave === 'step' || next.frame - key.frame < 2) return [key];
              return [
                { ...key, leave: 'linear' as const },
                ...Array.from({ length: Math.ceil(next.frame - key.frame) - 1 }, (_, k) =>
                  createKey(key.frame + k + 1, sampleChannel(channel, key.frame + k + 1), {
                    leave: 'linear',
                    role: 'inbetween',
                  }),
                ),
              ];
            }),
          }
        : channel,
    ),
  'subjects turned about': (motion) => ({ ...motion, subjects: motion.subjects.toReversed() }),
};

/** On twos by hand: equal drawings held. A fault of its own, beside what else there is. */
export function onTwosByHand(motion: MotionDocument): MotionDocument {
  return sampled(motion, (channel, frame) =>
    exposedFrame(frame, motion.range.first, 2) === frame
      ? createKey(frame, sampleChannel(channel, frame), { leave: 'step' })
      : null,
  );
}

function sampled(motion: MotionDocument, keyAt: (channel: Channel, frame: number) => Key | null): MotionDocument {
  const { first, last } = motion.range;
  return mapChannels(motion, (channel) =>
    moving(channel)
      ? {
          id: channel.id,
          resting: channel.resting,
          keys: Array.from({ length: last - first + 1 }, (_, i) => keyAt(channel, first + i)).filter(
            (key): key is Key => key !== null,
          ),
        }
      : channel,
  );
}

export interface Case {
  name: string;
  said: Finding[];
  main: Truth | null;
  also: Truth[];
}

export interface Quality {
  cases: number;
  /** Share of what is said that is true. */
  precision: number;
  /** Share of faults that are said, and that are said first. */
  recall: number;
  first: number;
  /** Of the cases with something untrue or unsaid some, in words. */
  examples: string[];
}

const isTrue = (finding: Finding, { kinds, within }: Truth): boolean =>
  kinds.includes(finding.kind) && (!within || (finding.firstFrame <= within[1] && finding.lastFrame >= within[0]));

export function judge(cases: readonly Case[]): Quality {
  let [said, right, faults, found, first] = [0, 0, 0, 0, 0];
  const examples: string[] = [];
  for (const { name, said: findings, main, also } of cases) {
    const truths = [...(main ? [main] : []), ...also];
    const untrue = findings.filter((finding) => !truths.some((truth) => isTrue(finding, truth)));
    said += findings.length;
    right += findings.length - untrue.length;
    if (main) {
      faults += 1;
      const isFound = findings.some((finding) => isTrue(finding, main));
      if (isFound) found += 1;
      else
        examples.push(
          `${name}: not found; ${findings.map((finding) => finding.sentence).join(' | ') || 'nothing said'}`,
        );
      if (findings[0] && isTrue(findings[0], main)) first += 1;
      else if (isFound) examples.push(`${name}: not first; ${findings[0]!.sentence}`);
    }
    if (untrue.length > 0)
      examples.push(`${name}: untrue; ${untrue.map((f) => `[${f.kind}] ${f.sentence}`).join(' | ')}`);
  }
  const share = (part: number, whole: number): number => (whole > 0 ? part / whole : 1);
  return {
    cases: cases.length,
    precision: share(right, said),
    recall: share(found, faults),
    first: share(first, faults),
    examples,
  };
}

export const ALL_MODELS: Record<string, (dice: Dice) => Model> = { ...MODELS, ...LEARNER_MODELS };

/** Reads every fault on every model keyed in one way, each so many times over. */
export function casesOf(
  keying: string,
  times: number,
  rekey: (motion: MotionDocument, dice: Dice) => MotionDocument,
): Case[] {
  const cases: Case[] = [];
  for (const [modelName, make] of Object.entries(ALL_MODELS))
    for (const [faultName, fault] of Object.entries(LEARNER_FAULTS))
      for (let i = 0; i < times; i++) {
        const dice = createDice(i * 7919 + modelName.length * 31 + faultName.length);
        const model = make(dice);
        const made = fault(model, dice);
        if (!made) continue;
        cases.push({
          name: `${modelName}, ${faultName}, ${keying}, ${i}`,
          said: readTake(model.target, rekey(made.take, dice)).findings,
          main: made.main,
          also: made.also ?? [],
        });
      }
  return cases;
}
