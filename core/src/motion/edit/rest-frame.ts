import type { MotionDocument } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';

function keysOnRest(motion: MotionDocument): number {
  const { restFrame } = motion;
  if (restFrame === null) return 0;
  return motion.subjects.reduce(
    (sum, subject) =>
      sum + subject.channels.filter((channel) => channel.keys.some((key) => key.frame === restFrame)).length,
    0,
  );
}

/** An edit that would put a key on the rest frame does nothing and says why; any other goes through. */
export function keepRestFrame(before: MotionDocument, edit: Edit): Edit {
  if (edit.motion.restFrame !== before.restFrame || keysOnRest(edit.motion) <= keysOnRest(before)) return edit;
  return {
    motion: before,
    keys: [],
    gaveWay: [],
    refused: `Frame ${before.restFrame} is kept for the untouched starting pose: no keys there.`,
  };
}
