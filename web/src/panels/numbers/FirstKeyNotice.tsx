import { CHANNELS, type Subject } from '@undulan/core';
import { applyEdit } from '../../editing/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { Button } from '../../ui/index.ts';

/**
 * A channel whose only key comes later has its pose from the first frame on: the pose it had can be held until then.
 */
export function FirstKeyNotice({ subject }: { subject: Subject }) {
  const dispatch = useAppDispatch();
  const { first } = useClock().range;
  const alone = subject.channels.filter(
    ({ keys: [key, ...others], resting }) => key && others.length === 0 && key.frame > first && key.value !== resting,
  );
  const [one] = alone;
  if (!one) return null;
  const names = alone.map(({ id }) => CHANNELS[id].label.toLowerCase()).join(', ');
  const hold = (): void => {
    const values = alone.map(({ id, resting }) => ({ subjectId: subject.id, channelId: id, value: resting }));
    dispatch(applyEdit({ operation: 'holdStart', args: [first, values] }));
  };
  return (
    <div
      role="status"
      className="mb-2 flex items-center gap-2 rounded-md border border-accent bg-page px-2.5 py-1.5 text-xs"
    >
      <span className="min-w-0 flex-1">
        The only key of {names} is on frame {one.keys[0]!.frame}: before it the pose is the same.
      </span>
      <Button small onClick={hold}>
        Hold the starting pose on {first}
      </Button>
    </div>
  );
}
