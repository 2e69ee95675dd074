import {
  changeRate,
  type ChannelId,
  createKey,
  deleteKeys,
  type FindingKind,
  type Key,
  type KeyRef,
  type MotionDocument,
  moveKeys,
  sampleChannel,
  setHandle,
  setKeys,
  setLeave,
  setLink,
  setRole,
  setScene,
  setSubject,
  type Target,
  withKeyAt,
} from '../src/index.ts';
import {
  actor,
  arc,
  asTarget,
  bounce,
  drawer,
  flat,
  type Model,
  pudding,
  pushes,
  rack,
  ref,
  scene,
  spoon,
  swing,
  TOLERANCES,
  towel,
} from './clean-models.ts';
import type { Dice } from './dice.ts';

export interface FaultyTake {
  target: Target;
  take: MotionDocument;
  /** Each kind once; the first is the fault itself. */
  kinds: FindingKind[];
  firstFrame?: number;
  lastFrame?: number;
  measured?: number;
}

const keysOf = (motion: MotionDocument, subject = 0, channel: ChannelId = 'position.x'): Key[] =>
  motion.subjects[subject]!.channels.find((own) => own.id === channel)!.keys;

function onDrawer(
  fault: (
    model: Model & { motion: MotionDocument; at: (i: number) => KeyRef },
    dice: Dice,
  ) => Omit<FaultyTake, 'target'>,
): (dice: Dice) => FaultyTake {
  return (dice) => {
    const model = drawer(dice);
    const { motion } = model.target;
    return {
      target: model.target,
      ...fault({ ...model, motion, at: (i) => ref('drawer', 'position.x', model.frames[i]!) }, dice),
    };
  };
}

/** Known faults by what has to be found. */
export const FAULTS: Record<string, (dice: Dice) => FaultyTake> = {
  'key late': onDrawer(({ motion, frames, at }, dice) => {
    const [i, by] = [dice(0, 3), dice(2, 5)];
    return {
      take: moveKeys(motion, [at(i)], by).motion,
      kinds: ['key-late'],
      firstFrame: frames[i]!,
      lastFrame: frames[i]! + by,
      measured: frames[i]! + by,
    };
  }),
  'key early': onDrawer(({ motion, frames, at }, dice) => {
    const [i, by] = [dice(1, 3), dice(2, 5)];
    return {
      take: moveKeys(motion, [at(i)], -by).motion,
      kinds: ['key-early'],
      firstFrame: frames[i]! - by,
      lastFrame: frames[i]!,
      measured: frames[i]! - by,
    };
  }),
  'key dropped': onDrawer(({ motion, frames, at }) => ({
    take: deleteKeys(motion, [at(1)]).motion,
    kinds: ['key-missing'],
    firstFrame: frames[1]!,
  })),
  'key added': onDrawer(({ motion, frames }, dice) => {
    const [i, off, by] = [dice(0, 2), dice(4, 7), dice(60, 90)];
    const subject = motion.subjects[0]!;
    const channels = subject.channels.map((channel) =>
      channel.id === 'position.x' ? withKeyAt(channel, frames[i]! + off) : channel,
    );
    const added = ref('drawer', 'position.x', frames[i]! + off);
    const split = setRole({ ...motion, subjects: [{ ...subject, channels }] }, [added], 'extreme').motion;
    return { take: moveKeys(split, [added], 0, by).motion, kinds: ['key-extra'], firstFrame: frames[i]! + off };
  }),
  'pose off': onDrawer(({ motion, frames, at }, dice) => {
    const [i, by] = [dice(1, 2), dice(60, 120)];
    return { take: moveKeys(motion, [at(i)], 0, by).motion, kinds: ['pose-off'], firstFrame: frames[i]!, measured: by };
  }),
  'no ease': onDrawer(({ motion, frames, at }) => ({
    take: setLeave(motion, [at(0)], 'linear').motion,
    kinds: ['start-not-slow'],
    firstFrame: frames[0]!,
    lastFrame: frames[1]!,
  })),
  'held pose': onDrawer(({ motion, frames, at }, dice) => {
    const i = dice(0, 2);
    return {
      take: setLeave(motion, [at(i)], 'step').motion,
      kinds: ['held-not-moving'],
      firstFrame: frames[i]!,
      lastFrame: frames[i + 1]!,
    };
  }),
  'turn snapped': (dice) => {
    const { target, frames } = drawer(dice);
    return {
      target,
      take: setLeave(
        target.motion,
        [ref('drawer', 'position.x', frames[0]!), ref('drawer', 'position.x', frames[1]!)],
        'linear',
      ).motion,
      kinds: ['turn-sharp', 'start-not-slow'],
      firstFrame: frames[1]!,
    };
  },
  'hold drifts': (dice) => {
    const { target, frames } = pushes(dice);
    const span = keysOf(target.motion).at(-1)!.value;
    const handle = { frames: 5, value: (span * dice(15, 25)) / 100 };
    const broken = setLink(
      setLeave(target.motion, [ref('glass', 'position.x', frames[1]!)], 'curve').motion,
      [ref('glass', 'position.x', frames[1]!)],
      'broken',
    ).motion;
    return {
      target,
      take: setHandle(broken, ref('glass', 'position.x', frames[1]!), 'out', handle).motion,
      kinds: ['hold-moves'],
      firstFrame: frames[1]!,
      lastFrame: frames[2]!,
    };
  },
  'start too slow': (dice) => {
    const { target, frames } = pushes(dice);
    return {
      target,
      take: setLeave(target.motion, [ref('glass', 'position.x', frames[0]!)], 'quad-in').motion,
      kinds: ['start-too-slow'],
      firstFrame: frames[0]!,
      lastFrame: frames[1]!,
    };
  },
  'finish too slow': (dice) => {
    const { target, frames } = pushes(dice);
    return {
      target,
      take: setLeave(target.motion, [ref('glass', 'position.x', frames[2]!)], 'quad-out').motion,
      kinds: ['finish-too-slow'],
      firstFrame: frames[2]!,
      lastFrame: frames[3]!,
    };
  },
  'contact floats': (dice) => {
    const { target, frames } = bounce(dice);
    const [into, hit] = [ref('lid', 'position.y', frames[0]!), ref('lid', 'position.y', frames[1]!)];
    return {
      target,
      take: setLeave(target.motion, [into, hit], 'sine-in-out').motion,
      kinds: ['contact-floats'],
      firstFrame: frames[1]!,
    };
  },
  'settle lost': (dice) => {
    const { target, frames } = rack(dice);
    return {
      target,
      take: deleteKeys(
        target.motion,
        [2, 3].map((i) => ref('rack', 'position.x', frames[i]!)),
      ).motion,
      kinds: ['settle-off'],
      measured: 1,
    };
  },
  'overlap lost': (dice) => {
    const { target, frames } = towel(dice);
    const lag = frames[3]!;
    return {
      target,
      take: moveKeys(
        target.motion,
        frames.slice(0, 3).map((frame) => ref('end', 'position.x', frame)),
        -lag,
      ).motion,
      kinds: ['overlap-off'],
      measured: 0,
    };
  },
  'arc popped': (dice) => {
    const { target, frames } = arc(dice);
    const frame = frames[0]! + Math.round((frames[1]! - frames[0]!) / 2);
    const now = ref('pancake', 'position.x', frame);
    const popped = setKeys(target.motion, frame, [
      { ...now, value: valueAt(target.motion, now, frame) + dice(60, 90) },
    ]).motion;
    return {
      target,
      take: setRole(setLeave(popped, [now], 'linear').motion, [now], 'inbetween').motion,
      kinds: ['arc-off'],
      firstFrame: frames[0]!,
      lastFrame: frames[2]!,
    };
  },
  'arc kinked': (dice) => {
    const { target, frames } = arc(dice, 22);
    const frame = Math.round((frames[0]! + frames[1]!) / 2);
    const subject = target.motion.subjects[0]!;
    const pinned = (frames: number[]) =>
      subject.channels.map((channel) => (channel.id === 'position.x' ? frames.reduce(withKeyAt, channel) : channel));
    const around = [frame - 1, frame, frame + 1];
    const held = setRole(
      { ...target.motion, subjects: [{ ...subject, channels: pinned(around) }] },
      around.map((at) => ref('pancake', 'position.x', at)),
      'inbetween',
    ).motion;
    return {
      target,
      take: moveKeys(held, [ref('pancake', 'position.x', frame)], 0, dice(12, 14)).motion,
      kinds: ['arc-kinked'],
      firstFrame: frame,
    };
  },
  'spacing off': (dice) => {
    const { target, frames } = pushes(dice);
    const [a, b] = [ref('glass', 'position.x', frames[0]!), ref('glass', 'position.x', frames[1]!)];
    const [length, way] = [frames[1]! - frames[0]!, keysOf(target.motion)[1]!.value];
    const curved = setLink(setLeave(target.motion, [a], 'curve').motion, [a, b], 'broken').motion;
    const bent = setHandle(setHandle(curved, a, 'out', { frames: length / 3, value: way * 0.25 }).motion, b, 'in', {
      frames: -length / 3,
      value: -way / 3,
    }).motion;
    return {
      target: { ...target, tolerances: { ...TOLERANCES, spacingPercent: 1 } },
      take: bent,
      kinds: ['spacing-off'],
      firstFrame: frames[0]!,
      lastFrame: frames[1]!,
    };
  },
  'limb pulled': (dice) => {
    const { target, frames } = spoon(dice);
    const by = 1.15 + dice(0, 20) / 100;
    const pulled = (['position.x', 'position.y'] as const).map((channelId) => ({
      subjectId: 'bowl',
      channelId,
      value: keysOf(target.motion, 1, channelId)[1]!.value * by,
    }));
    return {
      target,
      take: setKeys(target.motion, frames[1]!, pulled).motion,
      kinds: ['limb-long'],
      firstFrame: frames[1]!,
    };
  },
  'volume lost': (dice) => {
    const { target, frames } = pudding(dice);
    const by = dice(15, 25) / 100;
    return {
      target,
      take: moveKeys(target.motion, [ref('pudding', 'scale.y', frames[1]!)], 0, -by).motion,
      kinds: ['volume-off'],
      firstFrame: frames[1]!,
    };
  },
  'loop open': (dice) => {
    const { target, frames } = swing(dice);
    const by = dice(5, 12);
    return {
      target,
      take: moveKeys(target.motion, [ref('ladle', 'rotation', frames[2]!)], 0, by).motion,
      kinds: ['loop-open'],
      measured: by,
    };
  },
  'loop hitches': (dice) => {
    const { target, frames } = swing(dice);
    return {
      target,
      take: moveKeys(target.motion, [ref('ladle', 'rotation', frames[2]!)], -1).motion,
      kinds: ['loop-hitches'],
    };
  },
  'loop jerks': (dice) => {
    const quarter = dice(5, 8);
    const [reach, last] = [dice(20, 45), 4 * quarter];
    const keys = (through: number): Key[] => {
      const side = { frames: quarter / 2, value: (reach / quarter) * through };
      const middle = (frame: number, leave: number): Key =>
        createKey(frame, 0, {
          link: 'broken',
          in: { frames: -quarter / 2, value: (-reach * leave) / 2 },
          out: { ...side, value: (reach * through) / 2 },
        });
      return [middle(1, through), flat(1 + quarter, reach), flat(1 + 3 * quarter, -reach), middle(1 + last, 1.4)];
    };
    const loop = (through: number): MotionDocument => scene(last, actor('ladle', { rotation: keys(through) }));
    return {
      target: asTarget(loop(1.4), { tolerances: { keyFrames: 1, spacingPercent: 30 } }),
      take: loop(0.1),
      kinds: ['loop-jerks'],
    };
  },
  'wrong stage': onDrawer(({ motion }, dice) => ({
    take: setScene(motion, { stage: { ...motion.stage, widthPx: motion.stage.widthPx + dice(20, 400) } }).motion,
    kinds: ['stage-differs'],
  })),
  'subject lost': onDrawer(({ motion }) => ({ take: { ...motion, subjects: [] }, kinds: ['subject-missing'] })),
  strobing: (dice) => {
    const { target } = drawer(dice);
    const subject = target.motion.subjects[0]!;
    return {
      target,
      take: setSubject(target.motion, 'drawer', { look: { ...subject.look, widthPx: dice(12, 24) } }).motion,
      kinds: ['strobing'],
    };
  },
  'wrong rate': (dice) => {
    const { target } = drawer(dice);
    const fps = [12, 25, 30, 48][dice(0, 3)]!;
    return {
      target,
      take: changeRate(target.motion, { num: fps, den: 1 }, 'keep-seconds').motion,
      kinds: ['rate-differs'],
      measured: fps,
    };
  },
  'wrong range': (dice) => {
    const { target } = drawer(dice);
    return {
      target,
      take: setScene(target.motion, { range: { first: 1, last: target.motion.range.last + dice(2, 12) } }).motion,
      kinds: ['range-differs'],
    };
  },
  'wrong exposure': (dice) => {
    const { target } = drawer(dice);
    const exposure = dice(2, 4);
    return {
      target,
      take: setSubject(target.motion, 'drawer', { exposure }).motion,
      kinds: ['exposure-differs'],
      measured: exposure,
    };
  },
  'rest frame keyed': (dice) => {
    const { target } = drawer(dice);
    const take = setKeys(target.motion, 1, [{ subjectId: 'drawer', channelId: 'position.x', value: 0 }]).motion;
    const take2 = setRole(take, [ref('drawer', 'position.x', 1)], 'inbetween').motion;
    return {
      target: { ...target, motion: { ...target.motion, restFrame: 1 } },
      take: take2,
      kinds: ['rest-frame-keyed'],
      firstFrame: 1,
    };
  },
  'never keyed': onDrawer(({ motion, frames }) => ({
    take: deleteKeys(
      motion,
      frames.map((frame) => ref('drawer', 'position.x', frame)),
    ).motion,
    kinds: ['track-never-keyed'],
  })),
  'turned too': onDrawer(({ motion, frames }, dice) => {
    const turn = (frame: number, value: number) =>
      [frame, [{ subjectId: 'drawer', channelId: 'rotation', value }]] as const;
    return {
      take: setKeys(setKeys(motion, ...turn(frames[0]!, 0)).motion, ...turn(frames[2]!, dice(10, 40))).motion,
      kinds: ['track-extra'],
    };
  }),
  'idle channel': onDrawer(({ motion, frames }) => {
    const still = (frame: number) => [frame, [{ subjectId: 'drawer', channelId: 'rotation', value: 0 }]] as const;
    return {
      take: setKeys(setKeys(motion, ...still(frames[0]!)).motion, ...still(frames[2]!)).motion,
      kinds: ['channel-idle'],
      measured: 2,
    };
  }),
  'idle key': (dice) => {
    const { target, frames } = pushes(dice);
    const frame = frames[0]! + dice(3, 8);
    const now = ref('glass', 'position.x', frame);
    const keyed = setLeave(
      setKeys(target.motion, frame, [
        { ...now, value: valueAt(target.motion, ref('glass', 'position.x', frames[0]!), frame) },
      ]).motion,
      [now],
      'linear',
    ).motion;
    return {
      target,
      take: setRole(keyed, [now], 'inbetween').motion,
      kinds: ['keys-idle'],
      firstFrame: frame,
      measured: 1,
    };
  },
};

function valueAt(motion: MotionDocument, { subjectId, channelId }: KeyRef, frame: number): number {
  const subject = motion.subjects.find((own) => own.id === subjectId)!;
  return sampleChannel(
    subject.channels.find((own) => own.id === channelId)!,
    frame,
  );
}
