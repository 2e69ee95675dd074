import { channelOf, CHANNELS, sampleChannel } from '@undulan/core';
import { applyEdit, asked, leaveUnkeyed, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Dialog } from '../../ui/index.ts';

/** With Record off, asks what a change of a moving channel means. */
export function RecordQuestion() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const question = useAppSelector((state) => state.posing.question);
  if (!question || !motion) return null;
  const { values, frame } = question;
  const names = values.map(({ channelId }) => CHANNELS[channelId].label.toLowerCase()).join(' and ');
  const close = (): void => void dispatch(asked(null));
  const moveAll = (): void => {
    const offsets = values.map((value) => ({
      ...value,
      value: value.value - sampleChannel(channelOf(motion, value.subjectId, value.channelId), frame),
    }));
    dispatch(applyEdit({ operation: 'offsetChannels', args: [offsets] }));
    close();
  };
  const keyHere = (): void => {
    dispatch(applyEdit({ operation: 'setKeys', args: [frame, values] }));
    close();
  };
  return (
    <Dialog
      open
      onClose={close}
      title="Record is off: what should this change?"
      actions={
        <>
          <Button onClick={close}>Cancel</Button>
          <Button onClick={moveAll}>Move the whole motion</Button>
          <Button onClick={() => dispatch(leaveUnkeyed(values))}>Leave it unkeyed</Button>
          <Button kind="main" onClick={keyHere}>
            Key frame {frame}
          </Button>
        </>
      }
    >
      <p>
        There are keys on {names} already. Everything can move by as much, or this frame gets a key of its own. Left
        unkeyed, the change is shown on every frame until you key it somewhere or drop it.
      </p>
    </Dialog>
  );
}
