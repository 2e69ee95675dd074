import { useCallback, useMemo } from 'react';
import { createSharedTime, type MotionDocument } from '@undulan/core';
import { ToggleGroup } from 'radix-ui';
import { useClock } from '../time-page/index.ts';
import { drawScene, putTrail, StageView, TAKE_COLOUR, TARGET_COLOUR, type StageDrawing } from '../stage/index.ts';
import { Toggle, useStored } from '../ui/index.ts';

type View = 'stacked' | 'over';

interface ComparedPicturesProps {
  target: MotionDocument | null;
  take: MotionDocument;
  takeName: string;
  /** Whose trails are drawn. */
  subjectId: string | undefined;
}

/** Model and take on one clock, above each other or laid over; the take alone where the model may not be seen. */
export function ComparedPictures({ target, take, takeName, subjectId }: ComparedPicturesProps) {
  const clock = useClock();
  const [view, setView] = useStored<View>('pictures', 'stacked');
  const [trail, setTrail] = useStored('trail', true);
  const toTake = useMemo(() => (target ? createSharedTime(target, take).toTake : (frame: number) => frame), [target, take]);

  const drawModel = useCallback<StageDrawing>(
    (context, frame) => {
      if (!target) return;
      drawScene(context, target, frame, { style: 'filled', smooth: clock.settings.smooth });
      for (const subject of target.subjects) if (trail && subject.id === subjectId) putTrail(context, target, subject, TARGET_COLOUR, false);
    },
    [target, trail, subjectId, clock],
  );
  const drawTake = useCallback<StageDrawing>(
    (context, frame) => {
      drawScene(context, take, toTake(frame), { style: 'filled', smooth: clock.settings.smooth });
      if (view === 'over' && target) drawScene(context, target, frame, { style: 'outline', colour: TARGET_COLOUR });
      for (const subject of take.subjects) if (trail && subject.id === subjectId) putTrail(context, take, subject, TAKE_COLOUR, true);
      if (view === 'over' && target && trail) for (const subject of target.subjects) if (subject.id === subjectId) putTrail(context, target, subject, TARGET_COLOUR, false);
    },
    [take, target, toTake, trail, view, subjectId, clock],
  );

  return (
    <section aria-label="Pictures" className="flex h-full min-h-0 flex-col gap-1.5">
      <div className="flex items-center gap-1.5">
        {target && (
          <ToggleGroup.Root type="single" value={view} aria-label="How pictures are laid" onValueChange={(next) => next && setView(next as View)} className="flex overflow-hidden rounded-md border border-rule">
            <ToggleGroup.Item value="stacked" className="h-7 bg-page px-2.5 text-[13px] aria-checked:bg-shade aria-checked:font-semibold">
              Stacked
            </ToggleGroup.Item>
            <ToggleGroup.Item value="over" className="h-7 bg-page px-2.5 text-[13px] aria-checked:bg-shade aria-checked:font-semibold">
              Laid over
            </ToggleGroup.Item>
          </ToggleGroup.Root>
        )}
        <Toggle on={trail} className="ml-auto h-7!" onClick={() => setTrail(!trail)}>
          Trail
        </Toggle>
      </div>
      {target && view === 'stacked' && (
        <>
          <div className="relative min-h-0 flex-1">
            <StageView stage={target.stage} draw={drawModel} label="The model motion" />
            <p className="absolute top-0 left-0 text-[13px] font-semibold text-target">Model</p>
          </div>
        </>
      )}
      <div className="relative min-h-0 flex-1">
        <StageView stage={take.stage} draw={drawTake} label="The take" />
        <p className="absolute top-0 left-0 max-w-24 text-[13px] leading-tight font-semibold text-take-ink">
          {takeName}
          {target && view === 'over' && <span className="block text-target">model in outline</span>}
        </p>
      </div>
    </section>
  );
}
