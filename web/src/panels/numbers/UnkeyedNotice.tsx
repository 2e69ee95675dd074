import { CHANNELS, findSubject } from '@undulan/core';
import { selectMotion, unkeyedDropped } from '../../editing/index.ts';
import { useShownKeys } from '../../keyboard/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button } from '../../ui/index.ts';
import { useKeyHere } from './use-key-here.ts';

/** Changes that are shown but not keyed: what they are, and the two ways out. */
export function UnkeyedNotice() {
  const dispatch = useAppDispatch();
  const keys = useShownKeys();
  const motion = useAppSelector(selectMotion);
  const unkeyed = useAppSelector((state) => state.posing.unkeyed);
  const { keyChanged } = useKeyHere();
  if (unkeyed.length === 0 || !motion) return null;
  const names = unkeyed.map(
    ({ subjectId, channelId }) =>
      `${findSubject(motion, subjectId)?.name ?? ''}, ${CHANNELS[channelId].label.toLowerCase()}`,
  );
  return (
    <div
      role="status"
      className="mb-2 flex items-center gap-2 rounded-md border border-take bg-page px-2.5 py-1.5 text-xs"
    >
      <span className="min-w-0 flex-1">
        Changed, not keyed: <b className="font-semibold">{names.join('; ')}</b>
      </span>
      <Button small onClick={keyChanged}>
        Key here ({keys('keyHere')})
      </Button>
      <Button small onClick={() => dispatch(unkeyedDropped(null))}>
        Drop
      </Button>
    </div>
  );
}
