import type { FrameRange } from '../../time/range.ts';
import type { MotionDocument } from '../document/schema.ts';

const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What setting a range or a rest frame would leave behind, each a sentence, said before it is done. */
export function sceneWarnings(
  motion: MotionDocument,
  { range = motion.range, restFrame = motion.restFrame }: { range?: FrameRange; restFrame?: number | null },
): string[] {
  const frames = motion.subjects.flatMap((subject) =>
    subject.channels.flatMap((channel) => channel.keys.map((key) => key.frame)),
  );
  const isOut = (frame: number): boolean => frame < range.first || frame > range.last;
  const out = frames.filter(isOut).length;
  const cuesOut = motion.cues.filter((cue) => isOut(cue.frame)).length;
  const onRest = restFrame === null ? 0 : frames.filter((frame) => frame === restFrame).length;
  return [
    ...(out > 0 ? [`${count(out, 'key')} outside the range ${out === 1 ? 'stays' : 'stay'}, out of sight.`] : []),
    ...(cuesOut > 0 ? [`${count(cuesOut, 'cue')} outside the range.`] : []),
    ...(restFrame !== null && isOut(restFrame) ? [`The rest frame ${restFrame} is outside the range.`] : []),
    ...(onRest > 0
      ? [`${count(onRest, 'key')} on the rest frame ${onRest === 1 ? 'stays' : 'stay'}; no more can be set there.`]
      : []),
  ];
}
