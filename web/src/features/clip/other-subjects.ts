import { furthestMoving, type MotionDocument } from '@undulan/core';

/** What may be followed beside the subject that the take is of: of a hidden model nothing is told. */
export function otherSubjects(scene: MotionDocument, model: MotionDocument | null): { id: string; name: string }[] {
  const main = model && furthestMoving(model)?.id;
  const free = scene.subjects.filter(({ id, locked, look }) => !locked && look.shape !== 'camera' && id !== main);
  return model || free.length > 1 ? free : [];
}
