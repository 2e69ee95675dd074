import type { MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import type { TakeFilm } from '../clips/index.ts';
import {
  drawScene,
  putTrail,
  type StageDrawing,
  StageView,
  TAKE_COLOUR,
  TARGET_COLOUR,
} from '../picture/stage/index.ts';
import { useClock } from '../time/index.ts';
import { Select, Toggle, useStored } from '../ui/index.ts';

const LAYINGS = [
  { id: 'stacked', label: 'above each other' },
  { id: 'beside', label: 'side by side' },
  { id: 'over', label: 'laid over' },
  { id: 'turns', label: 'in turn' },
  { id: 'difference', label: 'the difference' },
] as const;
type Laying = (typeof LAYINGS)[number]['id'];

/** How long each of the two is seen when they take turns. */
const TURN_MS = 600;

interface ComparedPicturesProps {
  /** What the take is compared with; null where the model may not be seen. */
  target: MotionDocument | null;
  targetName: string;
  take: MotionDocument;
  takeName: string;
  /** The clip that the take was read from. */
  film: TakeFilm | null;
  toTake: (frame: number) => number;
  /** Whose trails are drawn. */
  subjectId: string | undefined;
  /** Further choices of the bar. */
  choices: ReactNode;
  /** What is drawn over the take. */
  overlay: ReactNode;
  /** Draws onto the picture of the take, in its stage pixels. */
  drawOver: StageDrawing;
}

/**
 * Target and take on one clock, as they are laid: above each other, beside, over one another, in turn, or what differs;
 * the take alone where the model may not be seen.
 */
export function ComparedPictures({
  target,
  targetName,
  take,
  takeName,
  film,
  toTake,
  subjectId,
  choices,
  overlay,
  drawOver,
}: ComparedPicturesProps) {
  const clock = useClock();
  const [stored, setLaying] = useStored<Laying>('pictures', 'stacked');
  const [trail, setTrail] = useStored('trail', true);
  const [tint, setTint] = useStored('tint', 45);
  const laying: Laying | 'alone' = target ? (LAYINGS.some(({ id }) => id === stored) ? stored : 'stacked') : 'alone';
  const turn = useTurns(laying === 'turns');
  const other = useRef<OffscreenCanvas | null>(null);

  const trails = useCallback(
    (context: CanvasRenderingContext2D, motion: MotionDocument, colour: string, dashed: boolean) => {
      for (const subject of motion.subjects)
        if (trail && subject.id === subjectId) putTrail(context, motion, subject, colour, dashed);
    },
    [trail, subjectId],
  );
  const drawModel = useCallback<StageDrawing>(
    (context, frame) => {
      if (!target) return;
      drawScene(context, target, frame, { style: 'filled', smooth: clock.settings.smooth });
      trails(context, target, TARGET_COLOUR, false);
    },
    [target, trails, clock],
  );
  const drawTake = useCallback<StageDrawing>(
    (context, frame) => {
      const own = toTake(frame);
      if (laying === 'turns' && turn === 'target' && target) {
        drawScene(context, target, frame, { style: 'filled', smooth: clock.settings.smooth });
        trails(context, target, TARGET_COLOUR, false);
        return;
      }
      if (!film?.put(context, own - take.range.first))
        drawScene(context, take, own, { style: 'filled', smooth: clock.settings.smooth });
      if (laying === 'difference' && target) {
        other.current = leaveDifference(context, other.current, target, frame, clock.settings.smooth);
      } else {
        if (laying === 'over' && target) {
          drawScene(context, target, frame, {
            style: 'filled',
            bare: true,
            colour: TARGET_COLOUR,
            opacity: tint / 100,
            smooth: clock.settings.smooth,
          });
          drawScene(context, target, frame, { style: 'outline', colour: TARGET_COLOUR, smooth: clock.settings.smooth });
        }
        trails(context, take, TAKE_COLOUR, true);
        if (laying === 'over' && target) trails(context, target, TARGET_COLOUR, false);
      }
      drawOver(context, frame);
    },
    [take, film, target, toTake, trails, laying, turn, tint, clock, drawOver],
  );

  const showsTarget = laying === 'turns' && turn === 'target';
  return (
    <section aria-label="Pictures" className="flex h-full min-h-0 flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-1.5 text-xs">
        {target && laying !== 'alone' && (
          <Select aria-label="How pictures are laid" value={laying} onChoose={setLaying} size="bar" choices={LAYINGS} />
        )}
        {target && choices}
        {laying === 'over' && (
          <input
            type="range"
            aria-label="How strong the target lies over the take, in percent"
            min={0}
            max={100}
            value={tint}
            onChange={(event) => setTint(Number(event.target.value))}
            className="w-14 accent-[var(--target)]"
          />
        )}
        <Toggle small on={trail} className="ml-auto" onClick={() => setTrail(!trail)}>
          Trail
        </Toggle>
      </div>
      <div className={clsx('flex min-h-0 flex-1 gap-1.5', laying === 'beside' ? 'flex-row' : 'flex-col')}>
        {target && (laying === 'stacked' || laying === 'beside') && (
          <div className="relative min-h-0 min-w-0 flex-1">
            <StageView stage={target.stage} draw={drawModel} label={targetName} />
            <p className="absolute top-0 left-0 max-w-16 text-xs leading-tight font-semibold text-target">
              {targetName}
            </p>
          </div>
        )}
        <div className="relative min-h-0 min-w-0 flex-1">
          <StageView
            stage={take.stage}
            draw={drawTake}
            label={laying === 'difference' ? 'What differs between the target and the take' : 'The take'}
            overlay={overlay}
          />
          <p
            className={clsx(
              'absolute top-0 left-0',
              laying === 'stacked' ? 'max-w-16' : 'max-w-28',
              'text-xs leading-tight font-semibold text-take-ink',
            )}
          >
            {showsTarget ? <span className="text-target">{targetName}</span> : takeName}
            {film?.problem && <span className="block text-danger">{film.problem}</span>}
            {laying === 'over' && <span className="block text-target">{targetName.toLowerCase()} in teal</span>}
            {laying === 'difference' && <span className="block text-faint">white where alike</span>}
          </p>
        </div>
      </div>
    </section>
  );
}

/** Which of the two is seen now, while they take turns. */
function useTurns(on: boolean): 'target' | 'take' {
  const [turn, setTurn] = useState<'target' | 'take'>('take');
  useEffect(() => {
    if (!on) return undefined;
    const timer = setInterval(() => setTurn((now) => (now === 'take' ? 'target' : 'take')), TURN_MS);
    return () => clearInterval(timer);
  }, [on]);
  return turn;
}

/**
 * Leaves on a canvas only where its picture differs from a motion's: white where the two are alike. Gives the second
 * canvas to use again.
 */
function leaveDifference(
  context: CanvasRenderingContext2D,
  known: OffscreenCanvas | null,
  motion: MotionDocument,
  frame: number,
  smooth: boolean,
): OffscreenCanvas | null {
  const { width, height } = context.canvas;
  const image =
    known?.width === width && known.height === height
      ? known
      : new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
  const own = image.getContext('2d');
  if (!own) return image;
  own.setTransform(context.getTransform());
  drawScene(own, motion, frame, { style: 'filled', smooth });
  context.save();
  context.resetTransform();
  context.globalCompositeOperation = 'difference';
  context.drawImage(image, 0, 0);
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, height);
  context.restore();
  return image;
}
