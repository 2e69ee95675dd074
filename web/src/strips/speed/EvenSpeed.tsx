import type { Subject } from '@undulan/core';
import { applyEdit } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button } from '../../ui/index.ts';
import { useActiveTrack } from '../loom/index.ts';

/**
 * Evens out the speed through the selected keys of the track, or through all of them: keys move in time, poses stay.
 */
export function EvenSpeed({ subject, keyFrames }: { subject: Subject; keyFrames: readonly number[] }) {
  const dispatch = useAppDispatch();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const track = useActiveTrack();
  const selected = selectedKeys
    .filter((key) => key.subjectId === subject.id && track?.channelIds.includes(key.channelId))
    .map((key) => key.frame);
  const frames = new Set(selected).size > 1 ? selected : keyFrames;
  const [first, last] = [Math.min(...frames), Math.max(...frames)];
  const through = keyFrames.filter((frame) => frame >= first && frame <= last).length;
  return (
    <Button
      small
      className="h-6! px-1!"
      tip={`One speed from ${first} to ${last}, straight from key to key: they move in time, also to parts of a frame`}
      disabledReason={(!track && 'No track is chosen.') || (through < 2 && 'It takes two keys.')}
      onClick={() => track && dispatch(applyEdit({ operation: 'evenKeys', args: [subject.id, track.id, first, last] }))}
    >
      Even speed
    </Button>
  );
}
