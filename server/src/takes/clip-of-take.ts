import type { TakeClip } from '@undulan/contract';
import { ClipModel } from '../clips/clip.model.ts';
import type { Followed } from './take.model.ts';

/** The clip that a take is, with what was followed in it; null where it is gone. */
export async function clipOfTake(clipId: string, followed: Followed): Promise<TakeClip | null> {
  const clip = await ClipModel.findByPk(clipId);
  return clip && { id: clip.id, name: clip.name, type: clip.type!, bytes: clip.size, ...followed };
}
