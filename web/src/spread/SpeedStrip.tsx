import { useMemo, useState, type KeyboardEvent } from 'react';
import { CHANNELS, findChannel, findSubject, framesPerSecond, type ChannelId, type HandleSide, type Rate, type Subject, type Track } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { edited, keysSelected, previewed, selectActiveChannel, selectMotion, selectSubject, type EditRequest } from '../editing/index.ts';
import { createValueScale, curvePath, GestureNotice, LEAST_SPAN, Strip, tidy, useClock, useTimeScale, useValueUnits, type Notice } from '../time-page/index.ts';
import { Empty, Toggle, usePointerDrag, useSize, useStored, type DragMove } from '../ui/index.ts';
import { EvenSpeed } from './EvenSpeed.tsx';
import { channelLine, pathLine, type SpeedLine, type SpeedPoint } from './speed-lines.ts';
import { useActiveTrack } from '../loom/index.ts';

/** A dragged speed this near to none is none. */
const STILL_PX = 5;
/** A drag sideways by less than this leaves the reach. */
const REACH_FROM_PX = 8;
/** A key whose two speeds differ by more than this share of the peak breaks the motion. */
const JUMP = 0.02;

interface Knob extends SpeedPoint {
  keyFrame: number;
  side: HandleSide;
}

/** The speed of a track along its way, or else of one channel; null where there is none. */
function lineOf(moving: Subject | undefined | null, channelId: ChannelId | undefined, along: Track | undefined, rate: Rate): SpeedLine | null {
  if (!moving || !channelId) return null;
  if (along) return pathLine(moving, along, rate);
  const channel = findChannel(moving, channelId);
  return channel && channel.keys.length > 1 && !CHANNELS[channel.id].blend ? channelLine(moving.id, channel, rate) : null;
}

/** What the strip shows the speed of. */
type Of = 'channel' | 'way';

/** The speed of the chosen channel, or of its track along its way, with the speed each key leaves and arrives at to drag: what the value curve does follows at once. */
export function SpeedStrip() {
  const subject = useAppSelector(selectSubject);
  const settled = useAppSelector(selectMotion);
  const active = useAppSelector(selectActiveChannel);
  const track = useActiveTrack();
  const { rate } = useClock();
  const [of, setOf] = useStored<Of>('speed-of', 'channel');
  const keyedIds = track?.channelIds.filter((id) => subject && (findChannel(subject, id)?.keys.length ?? 0) > 1) ?? [];
  const hasWay = keyedIds.length > 1;
  const along = hasWay && of === 'way' ? track : undefined;
  const still = settled && subject ? findSubject(settled, subject.id) : undefined;
  const line = useMemo(() => lineOf(subject, active?.id, along, rate), [subject, active?.id, along, rate]);
  const settledLine = useMemo(() => lineOf(still, active?.id, along, rate), [still, active?.id, along, rate]);
  if (!line || !settledLine || !subject || !active) {
    return (
      <Strip title="Speed">
        <div className="py-3">
          <Empty title="No speed to show">{active ? `${CHANNELS[active.id].label} needs two keys.` : 'No channel is chosen.'}</Empty>
        </div>
      </Strip>
    );
  }
  return <SpeedTrack subject={subject} line={line} settled={settledLine} of={hasWay ? of : null} onOf={setOf} />;
}

interface SpeedTrackProps {
  subject: Subject;
  line: SpeedLine;
  settled: SpeedLine;
  /** Null where the channel is all there is. */
  of: Of | null;
  onOf: (of: Of) => void;
}

function SpeedTrack({ subject, line, settled, of, onOf }: SpeedTrackProps) {
  const dispatch = useAppDispatch();
  const active = useAppSelector(selectActiveChannel)!;
  const { rate } = useClock();
  const scale = useTimeScale();
  const units = useValueUnits();
  const [measure, size] = useSize();
  const [notice, setNotice] = useState<Notice | null>(null);
  const [overValue, setOverValue] = useStored('speed-over-value', false);
  const heightPx = Math.max(48, size?.heightPx ?? 120);
  const { pieces, keyFrames } = line;
  // Fitted to the settled motion, so that the scale stands still while something is dragged.
  const values = createValueScale([0, ...settled.pieces.flat().map((point) => point.speed)], heightPx, false, 1);
  const per = units.per(active.id);
  const unit = units.label(active.id);
  const inUnit = (speed: number): string => {
    const fineness = Math.abs(speed * per) >= 100 ? 1 : 10;
    return tidy(Math.round(speed * per * fineness) / fineness);
  };
  const { peak, average } = figuresOf(line, rate);
  const knobs = keyFrames.flatMap((keyFrame, i): Knob[] => [
    ...(i > 0 && pieces[i - 1]!.length > 0 ? [{ keyFrame, side: 'in' as const, ...pieces[i - 1]!.at(-1)! }] : []),
    ...(i + 1 < keyFrames.length && pieces[i]!.length > 0 ? [{ keyFrame, side: 'out' as const, ...pieces[i]![0]! }] : []),
  ]);
  const jumps = keyFrames.filter((frame) => {
    const [arrives, leaves] = (['in', 'out'] as const).map((side) => knobs.find((knob) => knob.keyFrame === frame && knob.side === side)?.speed);
    return arrives !== undefined && leaves !== undefined && Math.abs(arrives - leaves) > JUMP * Math.abs(peak.speed);
  });

  const request = (knob: Knob, speed: number, apart: boolean, reach: number | null = null): EditRequest => settled.request(knob.keyFrame, knob.side, speed, reach, apart);
  /** The reach that dragging a knob away from its key or toward it gives; a drag up or down leaves it. */
  const reachAt = (knob: Knob, dxPx: number): number | null => {
    const now = Math.abs(dxPx) < REACH_FROM_PX ? null : settled.reachOf(knob.keyFrame, knob.side);
    return now && Math.min(100, Math.max(1, now.percent + ((knob.side === 'out' ? dxPx : -dxPx) / (now.spanFrames * scale.pxPerFrame)) * 100));
  };
  const speedAt = (knob: Knob, dyPx: number): number => {
    const y = values.yOf(knob.speed) + dyPx;
    return Math.abs(y - values.yOf(0)) <= STILL_PX ? 0 : values.valueAt(y);
  };
  const drag = useKnobDrag((knob, move) => {
    const reach = reachAt(knob, move.dxPx);
    // With Shift the speed stays and only the reach changes.
    const speed = move.shiftKey ? knob.speed : speedAt(knob, move.dyPx);
    return { request: request(knob, speed, move.altKey, reach), says: `${knob.side === 'in' ? 'arrives' : 'leaves'} at ${inUnit(speed)} ${unit}/s${reach === null ? '' : `, reach ${Math.round(reach)} %`}` };
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
        <div className="space-y-0.5">
          {of ? (
            <select aria-label="Speed of" className="h-6 w-full min-w-0 rounded-md border border-rule bg-page px-1 text-xs" value={of} onChange={(event) => onOf(event.target.value as Of)}>
              <option value="channel">
                {CHANNELS[active.id].label}, {unit}/s
              </option>
              <option value="way">along its way, {unit}/s</option>
            </select>
          ) : (
            <p>
              {line.label}, {unit}/s
            </p>
          )}
          <div className="figures">
            <p>
              peak {inUnit(peak.speed)} at {tidy(Math.round(peak.frame * 10) / 10)}
            </p>
            <p>average {inUnit(average)}</p>
            <p>
              = {inUnit(average / framesPerSecond(rate))} {unit}/frame
            </p>
            {jumps.length > 0 && <p className="text-ochre">jumps at {jumps.map(tidy).join(', ')}</p>}
          </div>
          <div className="flex gap-1">
            <EvenSpeed subject={subject} keyFrames={keyFrames} />
            {of !== 'way' && (
              <Toggle small on={overValue} className="h-6! px-1!" tip="The value curve beneath, as a reference" onClick={() => setOverValue(!overValue)}>
                Value
              </Toggle>
            )}
          </div>
        </div>
      }
    >
      <div ref={measure} className="h-full">
        <svg width={scale.widthPx} height={heightPx} className="block touch-none" onPointerDown={() => dispatch(keysSelected({ keys: [] }))}>
          <line x1={0} x2={scale.widthPx} y1={values.yOf(0)} y2={values.yOf(0)} stroke="var(--rule)" />
          <text x={0} y={values.yOf(0) - 3} fontSize={10} className="figures" fill="var(--faint)">
            0
          </text>
          {overValue && of !== 'way' && <ValueBeneath subject={subject} heightPx={heightPx} />}
          {pieces.map((piece, i) => (
            <polyline key={i} className="pointer-events-none" points={piece.map((point) => `${scale.xOf(point.frame).toFixed(1)},${values.yOf(point.speed).toFixed(1)}`).join(' ')} fill="none" stroke="var(--plum)" strokeWidth={2} />
          ))}
          {jumps.map((frame) => (
            <line key={frame} className="pointer-events-none" x1={scale.xOf(frame)} x2={scale.xOf(frame)} y1={4} y2={heightPx - 4} stroke="var(--ochre)" strokeDasharray="2 4" />
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
                  aria-valuetext={`${inUnit(knob.speed)} ${unit} per second`}
                  className="cursor-ns-resize"
                  onPointerDown={(event) => {
                    event.stopPropagation();
                    drag(event, knob);
                  }}
                  onKeyDown={(event) => type(event, knob)}
                >
                  <title>Drag up or down for the speed, sideways for its reach (with Shift that alone); with Alt this side alone</title>
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

/** The greatest speed and where, and the mean over the way gone. */
function figuresOf({ pieces, keyFrames }: SpeedLine, rate: Rate): { peak: SpeedPoint; average: number } {
  const all = pieces.flat();
  const peak = all.reduce((best, point) => (Math.abs(point.speed) > Math.abs(best.speed) ? point : best), { frame: 0, speed: 0 });
  const way = all.slice(1).reduce((sum, point, i) => sum + Math.abs(point.speed + all[i]!.speed) * 0.5 * (point.frame - all[i]!.frame), 0) / framesPerSecond(rate);
  return { peak, average: (way * framesPerSecond(rate)) / (keyFrames.at(-1)! - keyFrames[0]!) };
}

/** The value curve of the chosen channel, on a scale of its own. */
function ValueBeneath({ subject, heightPx }: { subject: Subject; heightPx: number }) {
  const active = useAppSelector(selectActiveChannel)!;
  const scale = useTimeScale();
  const channel = findChannel(subject, active.id);
  const path = useMemo(() => {
    if (!channel) return '';
    const { pointsDown, unit } = CHANNELS[channel.id];
    return curvePath(channel, scale, createValueScale(channel.keys.map((key) => key.value), heightPx, pointsDown ?? false, LEAST_SPAN[unit]).yOf);
  }, [channel, scale, heightPx]);
  return <path className="pointer-events-none" d={path} fill="none" stroke="var(--faint)" strokeWidth={1.2} strokeDasharray="3 3" data-testid="value-beneath" />;
}

/** Dragging a speed: shown while it goes on, done once at its end. */
function useKnobDrag(outcome: (knob: Knob, move: DragMove) => { request: EditRequest; says: string }, setNotice: (notice: Notice | null) => void) {
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
