import type { MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import { Pencil, PencilOff } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { recordToggled, selectMotion, selectSettledSubject } from '../editing/index.ts';
import { useShortcuts } from '../keyboard/index.ts';
import { KeyHere } from '../panels/numbers/index.ts';
import {
  MakingPad,
  type Tool,
  ToolOptions,
  ToolRow,
  useScenePictures,
  useToolSettings,
} from '../picture/making/index.ts';
import { ChainHandle, PathMarks, PoseHandles } from '../picture/posing/index.ts';
import { EditableStage, OnionPopover, PLAIN_ONION, type StageDrawing } from '../picture/stage/index.ts';
import { ReferencePicture, useReference, useReferenceGround } from '../reference/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { Button, Toggle, useStored } from '../ui/index.ts';
import { useFlip } from './use-flip.ts';

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
  /** The page has the whole width: the tools in a row above the stage, `beside` at its right. */
  wide?: boolean;
  /** What the scene is made of, and figures: for a wide page. */
  beside?: ReactNode;
  /** The course that keeps pictures. */
  courseId: string;
  /** Beneath the picture: numbers, settings. */
  children: ReactNode;
}

/**
 * The left page of an editing screen: Record and what is shown, the picture, and under it whatever the screen needs.
 * Over the whole width it is where the scene is made.
 */
export function EditingPicture(props: EditingPictureProps) {
  const { tone, target, targetShown, overlay, drawOver, wide = false, beside, courseId, children } = props;
  const [trail, setTrail] = useStored('trail', true);
  const [onion, setOnion] = useStored('onion', PLAIN_ONION);
  const [chosen, setTool] = useState<Tool>('pose');
  const [settings, setSettings] = useToolSettings();
  useFlip();
  const limits = useAppSelector((state) => state.document.limits);
  const subject = useAppSelector(selectSettledSubject);
  const pictures = useScenePictures(courseId, !limits || limits.subjects);
  const reference = useReference();
  const ground = useReferenceGround(useAppSelector(selectMotion)!.stage);
  const shown = reference?.footage ? reference.placed?.placement.shown : undefined;
  const off = (tool: Tool): string | null => {
    if (!limits || tool === 'pose') return null;
    if (tool === 'path') return limits.path ? null : 'The exercise sets the paths.';
    if (tool === 'points') return limits.subjects || limits.path ? null : 'The exercise sets drawings and paths.';
    return limits.subjects ? null : 'The exercise sets the subjects and what they look like.';
  };
  const tool = wide && off(chosen) === null ? chosen : 'pose';
  const scene = (
    <div className="relative h-full min-w-0" {...pictures.target}>
      <EditableStage
        tone={tone}
        target={targetShown ? target : null}
        trail={trail}
        onion={onion}
        overlay={overlay}
        marks={(scale) =>
          tool === 'pose' ? (
            <>
              <PathMarks scale={scale} />
              <PoseHandles scale={scale} />
              <ChainHandle scale={scale} />
            </>
          ) : (
            <MakingPad tool={tool} settings={settings} scale={scale} onTool={setTool} />
          )
        }
        drawOver={drawOver}
        ground={ground}
      />
      {shown === 'corner' && (
        <div className="pointer-events-none absolute top-1.5 right-1.5 h-[34%] w-[34%]">
          <ReferencePicture />
        </div>
      )}
    </div>
  );
  const stage =
    shown === 'beside' ? (
      <div className="grid h-full grid-cols-2 gap-2">
        {scene}
        <ReferencePicture />
      </div>
    ) : (
      scene
    );
  const shows = <ShownToggles {...props} trail={trail} onTrail={setTrail} onion={onion} onOnion={setOnion} />;
  if (!wide)
    return (
      <section aria-label="Picture" className="strip @container flex h-full min-h-0 flex-col gap-2 px-4 py-3">
        <div className="flex items-center gap-1.5">
          <RecordButton />
          <KeyHere />
          <div className="ml-auto flex gap-1.5">{shows}</div>
        </div>
        <div className="aspect-video max-h-[46%] min-h-40 shrink-0">{stage}</div>
        <div className="min-h-0 flex-1 overflow-y-auto">{children}</div>
      </section>
    );
  return (
    <section aria-label="Picture" className="strip @container flex h-full min-h-0 flex-col gap-2 px-4 py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <div className="flex gap-1.5">
          <RecordButton />
          <KeyHere />
        </div>
        <ToolRow
          tool={tool}
          settings={settings}
          onTool={(next) => (next === 'picture' ? pictures.choose() : setTool(next))}
          onSettings={(part) => setSettings(part)}
          off={off}
        />
        <div className="ml-auto flex gap-1.5">{shows}</div>
      </div>
      <ToolOptions
        tool={tool}
        settings={settings}
        onSettings={setSettings}
        drawn={subject?.look.shape === 'drawn' && !subject.locked ? subject : null}
      />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_23rem] gap-4">
        {stage}
        <div className="min-h-0 overflow-y-auto pr-1">{beside}</div>
      </div>
      {pictures.input}
    </section>
  );
}

function RecordButton() {
  const dispatch = useAppDispatch();
  const record = useAppSelector((state) => state.posing.record);
  useShortcuts({ record: () => dispatch(recordToggled()) });
  return (
    <Button
      aria-pressed={record}
      aria-label={`Record ${record ? 'on' : 'off'}`}
      tip={
        record ? 'A change sets a key on this frame (R)' : 'Changes set no keys; moving channels are asked about (R)'
      }
      className={clsx(record && 'border-ink! bg-ink! font-semibold text-page!')}
      onClick={() => dispatch(recordToggled())}
    >
      {record ? <Pencil size={14} /> : <PencilOff size={14} />}
      <span className="@max-[26.5rem]:hidden">Record</span> {record ? 'on' : 'off'}
    </Button>
  );
}

type Onion = typeof PLAIN_ONION;

interface ShownTogglesProps extends Pick<
  EditingPictureProps,
  'tone' | 'target' | 'noTarget' | 'targetShown' | 'onTargetShown'
> {
  trail: boolean;
  onTrail: (on: boolean) => void;
  onion: Onion;
  onOnion: (settings: Onion) => void;
}

/** What the picture shows beside the motion: onion skin, trail, target. */
function ShownToggles(props: ShownTogglesProps) {
  const { tone, target, noTarget, targetShown, onTargetShown, trail, onTrail, onion, onOnion } = props;
  useShortcuts({
    trail: () => onTrail(!trail),
    onion: () => onOnion({ ...onion, on: !onion.on }),
    ...(target && { target: () => onTargetShown(!targetShown) }),
  });
  return (
    <>
      <OnionPopover settings={onion} onChange={onOnion} />
      <Toggle on={trail} tip="The way of the subject, a dot a frame (M)" onClick={() => onTrail(!trail)}>
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
    </>
  );
}
