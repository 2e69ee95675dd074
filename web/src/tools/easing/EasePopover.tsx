import { easeProgress, easeShapeOf, type Leave } from '@undulan/core';
import { ChevronDown } from 'lucide-react';
import { memo, useMemo, useState } from 'react';
import { applyEdit, easeTaken, type EditRequest, previewEdit, usePreviewEnds } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Popover } from '../../ui/index.ts';
import { leaveWords } from '../../values/index.ts';
import { EaseAmountsFields } from './EaseAmountsFields.tsx';
import { ShapeGraph } from './EaseGraph.tsx';
import { EasePalette } from './EasePalette.tsx';
import { EaseRunner } from './EaseRunner.tsx';
import { EaseTiles, type PointedAt } from './EaseTiles.tsx';
import { type SegmentKey, shared, useSelectedKeys } from './use-segment-keys.ts';

interface EasePopoverProps {
  /** Whose palette is at hand; without one there is none. */
  courseId: string | undefined;
}

/**
 * How the selected keys go on to the next ones: every way drawn, and played while it is pointed at; by amount; carried
 * from elsewhere; or from the course's palette.
 */
export const EasePopover = memo(function EasePopover({ courseId }: EasePopoverProps) {
  const { begins: leaving, arriving } = useSelectedKeys();
  // From a last key it is the way to it that is set.
  const begins = leaving.length > 0 ? leaving : arriving;
  const title = leaving.length > 0 || arriving.length === 0 ? 'How it leaves' : 'How it arrives';
  const leave = shared(begins, ({ key }) => key.leave);
  const first = begins[0];
  const shape = first && easeShapeOf(first.channel.keys, first.index);
  const says = begins.length === 0 ? 'only key' : leave === null ? 'differs' : leaveWords(leave);
  const trigger = (
    <Button
      small
      aria-label={`${title}: ${says}`}
      className="w-48 justify-between! @max-[43rem]:w-32"
      tip={leaving.length > 0 ? 'How the motion goes on to the next key' : 'How the motion comes to this key'}
      disabledReason={begins.length === 0 && 'The only key of its channel: there is no way to it nor from it.'}
    >
      {shape && leave && (
        <span className="text-faint">
          <ShapeGraph shape={shape} widthPx={22} heightPx={18} />
        </span>
      )}
      <span className="min-w-0 flex-1 truncate text-left">{says}</span>
      <ChevronDown size={12} />
    </Button>
  );
  return (
    // Over the picture page's figures: the strips show what is being chosen.
    <Popover label={title} wide side="left" align="end" trigger={trigger}>
      <Sheet begins={begins} leave={leave} courseId={courseId} />
    </Popover>
  );
});

function Sheet({
  begins,
  leave,
  courseId,
}: {
  begins: SegmentKey[];
  leave: Leave | null;
  courseId: string | undefined;
}) {
  const dispatch = useAppDispatch();
  const easeClip = useAppSelector((state) => state.carried.ease);
  const [shown, setShown] = useState<((t: number) => number) | null>(null);
  usePreviewEnds();
  const refs = useMemo(() => begins.map(({ ref }) => ref), [begins]);
  const first = begins[0];
  const own = useMemo(() => (first ? easeProgress(easeShapeOf(first.channel.keys, first.index)) : null), [first]);

  /** What a choice does: it is shown and played while pointed at, and made when pressed. */
  const choice = (progress: (t: number) => number, request: EditRequest): PointedAt => {
    const show = (): void => {
      setShown(() => progress);
      dispatch(previewEdit(request));
    };
    const hide = (): void => {
      setShown(null);
      dispatch(previewEdit(null));
    };
    return {
      onPointerEnter: show,
      onFocus: show,
      onPointerLeave: hide,
      onBlur: hide,
      onClick: () => void dispatch(applyEdit(request)),
    };
  };
  return (
    <div className="grid grid-cols-[auto_15rem] gap-4">
      <div>
        <EaseRunner progress={shown ?? own} />
        <EaseTiles
          leave={leave}
          choiceOf={(to, progress) => choice(progress, { operation: 'setLeave', args: [refs, to] })}
        />
      </div>
      <div className="flex min-w-0 flex-col gap-4">
        {first && <EaseAmountsFields begins={begins} refs={refs} />}
        <div className="flex flex-wrap gap-1">
          <Button
            small
            tip="A slow start becomes a slow finish"
            onClick={() => dispatch(applyEdit({ operation: 'swapEases', args: [refs] }))}
          >
            Turn about
          </Button>
          <Button
            small
            tip="Take this ease up, without its frames and values"
            onClick={() => first && dispatch(easeTaken(easeShapeOf(first.channel.keys, first.index)))}
          >
            Copy ease
          </Button>
          <Button
            small
            disabledReason={!easeClip && 'Copy an ease first.'}
            {...(easeClip && choice(easeProgress(easeClip), { operation: 'setEase', args: [refs, easeClip] }))}
          >
            Paste ease
          </Button>
        </div>
        {courseId && first && (
          <EasePalette
            courseId={courseId}
            own={easeShapeOf(first.channel.keys, first.index)}
            refs={refs}
            choice={choice}
          />
        )}
      </div>
    </div>
  );
}
