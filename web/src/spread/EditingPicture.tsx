import type { MotionDocument } from '@undulan/core';
import { Pencil, PencilOff } from 'lucide-react';
import type { ReactNode } from 'react';
import { recordToggled } from '../editing/index.ts';
import { useShortcuts } from '../keyboard/index.ts';
import { KeyHere } from '../panels/numbers/index.ts';
import { EditableStage, OnionPopover, PLAIN_ONION, type StageDrawing } from '../picture/stage/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { Button, Toggle, useStored } from '../ui/index.ts';

interface EditingPictureProps {
  tone: 'take' | 'target';
  target: MotionDocument | null;
  /** Why there is no target to show, where there is none. */
  noTarget: string | null;
  targetShown: boolean;
  onTargetShown: (shown: boolean) => void;
  /** Laid over the picture, and drawn onto it: what was said of an earlier take. */
  overlay?: ReactNode;
  drawOver?: StageDrawing | undefined;
  /** Beneath the picture: numbers, settings. */
  children: ReactNode;
}

/**
 * The left page of an editing screen: Record and what is shown, the picture, and under it whatever the screen needs.
 */
export function EditingPicture(props: EditingPictureProps) {
  const { tone, target, noTarget, targetShown, onTargetShown, overlay, drawOver, children } = props;
  const dispatch = useAppDispatch();
  const record = useAppSelector((state) => state.posing.record);
  const [trail, setTrail] = useStored('trail', true);
  const [onion, setOnion] = useStored('onion', PLAIN_ONION);
  useShortcuts({
    record: () => dispatch(recordToggled()),
    trail: () => setTrail(!trail),
    onion: () => setOnion({ ...onion, on: !onion.on }),
    ...(target && { target: () => onTargetShown(!targetShown) }),
  });
  return (
    <section aria-label="Picture" className="strip @container flex h-full min-h-0 flex-col gap-2 px-4 py-3">
      <div className="flex items-center gap-1.5">
        <Button
          aria-pressed={record}
          aria-label={`Record ${record ? 'on' : 'off'}`}
          tip={
            record
              ? 'A change sets a key on this frame (R)'
              : 'Changes set no keys; moving channels are asked about (R)'
          }
          className={record ? 'border-ink! bg-ink! font-semibold text-page!' : ''}
          onClick={() => dispatch(recordToggled())}
        >
          {record ? <Pencil size={14} /> : <PencilOff size={14} />}
          <span className="@max-[26.5rem]:hidden">Record</span> {record ? 'on' : 'off'}
        </Button>
        <KeyHere />
        <div className="ml-auto flex gap-1.5">
          <OnionPopover settings={onion} onChange={setOnion} />
          <Toggle on={trail} tip="The way of the subject, a dot a frame (M)" onClick={() => setTrail(!trail)}>
            Trail
          </Toggle>
          {tone === 'take' && (
            <Toggle
              on={targetShown && Boolean(target)}
              tip="The target as an outline and a curve (T)"
              disabledReason={noTarget}
              onClick={() => onTargetShown(!targetShown)}
            >
              Target
            </Toggle>
          )}
        </div>
      </div>
      <div className="aspect-video max-h-[46%] min-h-40 shrink-0">
        <EditableStage
          tone={tone}
          target={targetShown ? target : null}
          trail={trail}
          onion={onion}
          overlay={overlay}
          drawOver={drawOver}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto">{children}</div>
    </section>
  );
}
