import { useMemo, useState, type KeyboardEvent } from 'react';
import { CHANNELS, channelSpeed, effectiveHandles, framesPerSecond, numbersOfHandle, type Channel, type HandleSide, type KeyRef, type Rate } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { edited, keysSelected, previewed, selectActiveChannel, selectMotion, selectSubject, type EditRequest } from '../editing/index.ts';
import { createValueScale, GestureNotice, Strip, tidy, useClock, useTimeScale, type Notice } from '../time-page/index.ts';
import { Empty, usePointerDrag, useSize } from '../ui/index.ts';

/** Samples between two keys of a drawn speed. */
const SAMPLES = 32;
/** A dragged speed this near to none is none. */
const STILL_PX = 5;
/** A key whose two speeds differ by more than this share of the peak breaks the motion. */
const JUMP = 0.02;

interface SpeedPoint {
  frame: number;
  speed: number;
}

/** The speed line piece by piece, broken at keys; in units per second, up on the picture as up. */
function speedPieces(channel: Channel, rate: Rate, sign: number): SpeedPoint[][] {
  const { keys } = channel;
  return keys.slice(0, -1).map((key, i) => {
    const next = keys[i + 1]!;
    return Array.from({ length: SAMPLES + 1 }, (_, n) => {
      const frame = key.frame + ((next.frame - key.frame) * n) / SAMPLES;
      const { left, right } = channelSpeed(channel, frame, rate);
      return { frame, speed: sign * (n === SAMPLES ? left : right) };
    }).filter(({ speed }) => Number.isFinite(speed));
  });
}

interface Knob extends SpeedPoint {
  keyFrame: number;
  side: HandleSide;
}

/** The speed of the chosen channel, with the speed each key leaves and arrives at to drag: what the value curve does follows at once. */
export function SpeedStrip() {
  const subject = useAppSelector(selectSubject);
  const active = useAppSelector(selectActiveChannel);
  if (subject && active && active.keys.length > 1 && !CHANNELS[active.id].blend) return <SpeedTrack subjectId={subject.id} moving={active} />;
  return (
    <Strip title="Speed">
      <div className="py-3">
        <Empty title="No speed to show">{active ? `${CHANNELS[active.id].label} needs two keys.` : 'No channel is chosen.'}</Empty>
      </div>
    </Strip>
  );
}

function SpeedTrack({ subjectId, moving }: { subjectId: string; moving: Channel }) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const { rate } = useClock();
  const scale = useTimeScale();
  const [measure, size] = useSize();
  const [notice, setNotice] = useState<Notice | null>(null);
  const heightPx = Math.max(48, size?.heightPx ?? 120);
  const sign = CHANNELS[moving.id].pointsDown ? -1 : 1;
  const settled = motion?.subjects.find((other) => other.id === subjectId)?.channels.find((channel) => channel.id === moving.id);
  const pieces = useMemo(() => speedPieces(moving, rate, sign), [moving, rate, sign]);
  // Fitted to the settled motion, so that the scale stands still while something is dragged.
  const values = useMemo(() => {
    const fitted = settled ? speedPieces(settled, rate, sign).flat() : [];
    return createValueScale([0, ...fitted.map((point) => point.speed)], heightPx, false, 1);
  }, [settled, rate, sign, heightPx]);
  const { unit } = CHANNELS[moving.id];
  const all = pieces.flat();
  const peak = all.reduce((best, point) => (Math.abs(point.speed) > Math.abs(best.speed) ? point : best), { frame: 0, speed: 0 });
  const way = all.slice(1).reduce((sum, point, i) => sum + Math.abs(point.speed + all[i]!.speed) * 0.5 * (point.frame - all[i]!.frame), 0) / framesPerSecond(rate);
  const spanFrames = moving.keys.at(-1)!.frame - moving.keys[0]!.frame;
  const average = (way * framesPerSecond(rate)) / spanFrames;
  const knobs = moving.keys.flatMap((key, i): Knob[] => [
    ...(i > 0 && pieces[i - 1]!.length > 0 ? [{ keyFrame: key.frame, side: 'in' as const, ...pieces[i - 1]!.at(-1)! }] : []),
    ...(i + 1 < moving.keys.length && pieces[i]!.length > 0 ? [{ keyFrame: key.frame, side: 'out' as const, ...pieces[i]![0]! }] : []),
  ]);
  const jumps = moving.keys.filter((key) => {
    const [arrives, leaves] = (['in', 'out'] as const).map((side) => knobs.find((knob) => knob.keyFrame === key.frame && knob.side === side)?.speed);
    return arrives !== undefined && leaves !== undefined && Math.abs(arrives - leaves) > JUMP * Math.abs(peak.speed);
  });

  const refOf = (knob: Knob): KeyRef => ({ subjectId, channelId: moving.id, frame: knob.keyFrame });
  const request = (knob: Knob, speed: number, apart: boolean): EditRequest => {
    const { keys } = settled ?? moving;
    const index = keys.findIndex((key) => key.frame === knob.keyFrame);
    const neighbour = keys[index + (knob.side === 'out' ? 1 : -1)]!;
    const span = Math.abs(neighbour.frame - knob.keyFrame);
    const reach = numbersOfHandle(effectiveHandles(keys, index)[knob.side], span, rate).reachPercent || 100 / 3;
    const numbers = { speedPerSecond: sign * speed, reachPercent: reach };
    return { operation: 'setSpeed', args: apart ? [refOf(knob), knob.side, numbers, 'broken'] : [refOf(knob), knob.side, numbers] };
  };
  const speedAt = (knob: Knob, dyPx: number): number => {
    const y = values.yOf(knob.speed) + dyPx;
    return Math.abs(y - values.yOf(0)) <= STILL_PX ? 0 : values.valueAt(y);
  };
  const drag = useKnobDrag((knob, move) => {
    const speed = speedAt(knob, move.dyPx);
    return { request: request(knob, speed, move.altKey), says: `${knob.side === 'in' ? 'arrives' : 'leaves'} at ${tidy(Math.round(speed * 10) / 10)} ${unit}/s` };
  }, setNotice);
  const type = (event: KeyboardEvent, knob: Knob): void => {
    const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    dispatch(edited(request(knob, knob.speed + by * Math.max(1, Math.abs(peak.speed) / 100) * (event.shiftKey ? 10 : 1), event.altKey)));
  };

  return (
    <Strip
      title="Speed"
      label={
        <div className="figures space-y-0.5">
          <p>
            {CHANNELS[moving.id].label}, {unit}/s
          </p>
          <p>peak {tidy(Math.round(peak.speed))} at {tidy(Math.round(peak.frame * 10) / 10)}</p>
          <p>average {tidy(Math.round(average))}</p>
          {jumps.length > 0 && <p className="text-ochre">jumps at {jumps.map((key) => tidy(key.frame)).join(', ')}</p>}
        </div>
      }
    >
      <div ref={measure} className="h-full">
        <svg width={scale.widthPx} height={heightPx} className="block touch-none" onPointerDown={() => dispatch(keysSelected({ keys: [] }))}>
          <line x1={0} x2={scale.widthPx} y1={values.yOf(0)} y2={values.yOf(0)} stroke="var(--rule)" />
          <text x={0} y={values.yOf(0) - 3} fontSize={10} className="figures" fill="var(--faint)">
            0
          </text>
          {pieces.map((piece, i) => (
            <polyline key={i} className="pointer-events-none" points={piece.map((point) => `${scale.xOf(point.frame).toFixed(1)},${values.yOf(point.speed).toFixed(1)}`).join(' ')} fill="none" stroke="var(--plum)" strokeWidth={2} />
          ))}
          {jumps.map((key) => (
            <line key={key.frame} className="pointer-events-none" x1={scale.xOf(key.frame)} x2={scale.xOf(key.frame)} y1={4} y2={heightPx - 4} stroke="var(--ochre)" strokeDasharray="2 4" />
          ))}
          {knobs
            .filter((knob) => scale.shows(knob.frame))
            .map((knob) => {
              const x = scale.xOf(knob.keyFrame) + (knob.side === 'in' ? -5 : 5);
              const y = values.yOf(knob.speed);
              return (
                <g
                  key={`${knob.keyFrame}-${knob.side}`}
                  role="slider"
                  tabIndex={0}
                  aria-label={`Speed the key on frame ${knob.keyFrame} ${knob.side === 'in' ? 'arrives' : 'leaves'} with`}
                  aria-valuenow={Math.round(knob.speed)}
                  aria-valuetext={`${Math.round(knob.speed)} ${unit} per second`}
                  className="cursor-ns-resize"
                  onPointerDown={(event) => {
                    event.stopPropagation();
                    drag(event, knob);
                  }}
                  onKeyDown={(event) => type(event, knob)}
                >
                  <title>Drag up or down; with Alt this side alone</title>
                  <rect x={x - 8} y={y - 9} width={16} height={18} fill="transparent" />
                  <path d={knob.side === 'in' ? `M${x + 4} ${y - 5}v10l-8 -5z` : `M${x - 4} ${y - 5}v10l8 -5z`} fill="var(--page)" stroke="var(--plum)" strokeWidth={1.8} strokeLinejoin="round" />
                </g>
              );
            })}
        </svg>
        <GestureNotice notice={notice} />
      </div>
    </Strip>
  );
}

/** Dragging a speed: shown while it goes on, done once at its end. */
function useKnobDrag(outcome: (knob: Knob, move: { dyPx: number; altKey: boolean }) => { request: EditRequest; says: string }, setNotice: (notice: Notice | null) => void) {
  const dispatch = useAppDispatch();
  return usePointerDrag<Knob>({
    onMove: (knob, move) => {
      const { request, says } = outcome(knob, move);
      dispatch(previewed(request));
      setNotice({ xPx: move.xPx, yPx: move.yPx, says });
    },
    onEnd: (knob, move) => {
      setNotice(null);
      dispatch(edited(outcome(knob, move).request));
    },
    onCancel: () => {
      setNotice(null);
      dispatch(previewed(null));
    },
  });
}
