import {
  type ChannelId,
  CHANNELS,
  findChannel,
  framesPerSecond,
  type Rate,
  type Subject,
  type Track,
} from '@undulan/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, type PointerEvent, useCallback, useMemo, useState } from 'react';
import { shallowEqual } from 'react-redux';
import {
  edited,
  type EditRequest,
  keysSelected,
  previewed,
  selectActiveChannel,
  selectSettledSubject,
  selectShownKeys,
  selectSubject,
  selectUnderWay,
} from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, LiveFigures, useClock, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { type DragMove, Empty, Still, Toggle, usePointerDrag, useSize, useStored } from '../../ui/index.ts';
import { LEAST_SPAN, useValueUnits } from '../../values/index.ts';
import {
  builtInCrowd,
  createValueScale,
  CROWD_REACH_PX,
  crowding,
  curvePath,
  GestureNotice,
  type Notice,
} from '../kit/index.ts';
import { useActiveTrack } from '../loom/index.ts';
import { EvenSpeed } from './EvenSpeed.tsx';
import { figuresOf, type Knob, knobsOf, type SpeedFigures } from './speed-figures.ts';
import { channelLine, keptPieces, pathLine, type SpeedLine } from './speed-lines.ts';
import { SpeedCanvas } from './SpeedCanvas.tsx';
import { SpeedKnob } from './SpeedKnob.tsx';

/** A dragged speed this near to none is none. */
const STILL_PX = 5;
/** A drag sideways by less than this leaves the reach. */
const REACH_FROM_PX = 8;

/** A line that was worked out for an earlier state of its subject. */
interface KnownLine {
  subject: Subject;
  line: SpeedLine;
}

/** The speed of a track along its way, or else of one channel; null where there is none. */
function lineOf(
  moving: Subject | null,
  channelId: ChannelId | undefined,
  along: Track | undefined,
  rate: Rate,
  known?: KnownLine | null,
): SpeedLine | null {
  if (!moving || !channelId) return null;
  const kept = known ? keptPieces(known.line, known.subject, moving, along ?? { channelIds: [channelId] }) : undefined;
  if (along) return pathLine(moving, along, rate, kept);
  const channel = findChannel(moving, channelId);
  return channel && channel.keys.length > 1 && !CHANNELS[channel.id].blend
    ? channelLine(moving.id, channel, rate, kept)
    : null;
}

/** What the strip shows the speed of. */
type Of = 'channel' | 'way';

/**
 * The speed of the chosen channel, or of its track along its way, with the speed each key leaves and arrives at to
 * drag: what the value curve does follows at once.
 */
export function SpeedStrip() {
  const subject = useAppSelector(selectSubject);
  const still = useAppSelector(selectSettledSubject);
  const activeId = useAppSelector((state) => selectActiveChannel(state)?.id);
  const track = useActiveTrack();
  const { rate } = useClock();
  const [of, setOf] = useStored<Of>('speed-of', 'channel');
  const keyedIds = track?.channelIds.filter((id) => subject && (findChannel(subject, id)?.keys.length ?? 0) > 1) ?? [];
  const hasWay = keyedIds.length > 1;
  const along = hasWay && of === 'way' ? track : undefined;
  const settled = useMemo(() => lineOf(still, activeId, along, rate), [still, activeId, along, rate]);
  const line = useMemo(
    () =>
      subject === still
        ? settled
        : lineOf(subject, activeId, along, rate, still && settled && { subject: still, line: settled }),
    [subject, still, settled, activeId, along, rate],
  );
  if (!line || !settled || !subject || !activeId) {
    return (
      <Strip title="Speed">
        <div className="py-3">
          <Empty title="No speed to show">
            {activeId ? `${CHANNELS[activeId].label} needs two keys.` : 'No channel is chosen.'}
          </Empty>
        </div>
      </Strip>
    );
  }
  return (
    <SpeedTrack
      subject={subject}
      activeId={activeId}
      channelIds={along?.channelIds ?? [activeId]}
      line={line}
      settled={settled}
      of={hasWay ? of : null}
      onOf={setOf}
    />
  );
}

interface SpeedTrackProps {
  subject: Subject;
  activeId: ChannelId;
  /** The channels whose speed it is. */
  channelIds: readonly ChannelId[];
  line: SpeedLine;
  settled: SpeedLine;
  /** Null where the channel is all there is. */
  of: Of | null;
  onOf: (of: Of) => void;
}

function SpeedTrack({ subject, activeId, channelIds, line, settled, of, onOf }: SpeedTrackProps) {
  const dispatch = useAppDispatch();
  const underWay = useAppSelector(selectUnderWay);
  const selected = useAppSelector(
    (state) => [
      ...new Set(
        selectShownKeys(state)
          .filter((key) => key.subjectId === subject.id && channelIds.includes(key.channelId))
          .map((key) => key.frame),
      ),
    ],
    shallowEqual,
  );
  const { rate } = useClock();
  const scale = useTimeScale();
  const units = useValueUnits();
  const [measure, size] = useSize();
  const [notice, setNotice] = useState<Notice | null>(null);
  const [overValue, setOverValue] = useStored('speed-over-value', false);
  const heightPx = Math.max(48, size?.heightPx ?? 120);
  const { pieces, keyFrames } = line;
  // Fitted to the settled motion, so that the scale stands still while something is dragged.
  const values = useMemo(
    () => createValueScale([0, ...settled.pieces.flat().map((point) => point.speed)], heightPx, false, 1),
    [settled, heightPx],
  );
  const per = units.per(activeId);
  const unit = units.label(activeId);
  const figures = useMemo(() => figuresOf(line, rate), [line, rate]);
  const settledFigures = useMemo(() => figuresOf(settled, rate), [settled, rate]);
  const words = useCallback(
    ({ peak, average }: SpeedFigures): string[] => {
      const inUnit = (speed: number): string => speedInUnit(speed * per);
      return [
        `peak ${inUnit(peak.speed)}`,
        `at ${formatFrames(Math.round(peak.frame * 10) / 10)}`,
        `average ${inUnit(average)}`,
        `= ${inUnit(average / framesPerSecond(rate))} ${unit}/frame`,
      ];
    },
    [per, unit, rate],
  );
  const liveWords = useCallback(() => words(figures), [words, figures]);
  const knobs = useMemo(() => knobsOf(line), [line]);
  const isCrowd = crowding(keyFrames, scale) !== null;
  const built = isCrowd ? builtInCrowd(keyFrames, selected) : keyFrames;

  const request = (knob: Knob, speed: number, apart: boolean, reach: number | null = null): EditRequest =>
    settled.request(knob.keyFrame, knob.side, speed, reach, apart);
  /** The reach that dragging a knob away from its key or toward it gives; a drag up or down leaves it. */
  const reachAt = (knob: Knob, dxPx: number): number | null => {
    const now = Math.abs(dxPx) < REACH_FROM_PX ? null : settled.reachOf(knob.keyFrame, knob.side);
    return (
      now &&
      Math.min(
        100,
        Math.max(1, now.percent + ((knob.side === 'out' ? dxPx : -dxPx) / (now.spanFrames * scale.pxPerFrame)) * 100),
      )
    );
  };
  const speedAt = (knob: Knob, dyPx: number): number => {
    const y = values.yOf(knob.speed) + dyPx;
    return Math.abs(y - values.yOf(0)) <= STILL_PX ? 0 : values.valueAt(y);
  };
  const drag = useKnobDrag((knob, move) => {
    const reach = reachAt(knob, move.dxPx);
    // With Shift the speed stays and only the reach changes.
    const speed = move.shiftKey ? knob.speed : speedAt(knob, move.dyPx);
    return {
      request: request(knob, speed, move.altKey, reach),
      says:
        `${knob.side === 'in' ? 'arrives' : 'leaves'} at ${speedInUnit(speed * per)} ` +
        `${unit}/s${reach === null ? '' : `, reach ${Math.round(reach)} %`}`,
    };
  }, setNotice);
  const type = (event: KeyboardEvent, knob: Knob): void => {
    const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    dispatch(
      edited(
        request(
          knob,
          knob.speed + by * Math.max(1, Math.abs(figures.peak.speed) / 100) * (event.shiftKey ? 10 : 1),
          event.altKey,
        ),
      ),
    );
  };

  /** In a crowd: the speed nearest to the pointer, of its key the side that the pointer is on. */
  const nearest = (event: PointerEvent<SVGElement>): Knob | null => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    let found: Knob | null = null;
    let least = CROWD_REACH_PX;
    for (const knob of knobs) {
      const dx = x - scale.xOf(knob.keyFrame);
      const isOtherSide = knob.side === 'in' ? dx > 0 : dx < 0;
      const distance = Math.hypot(dx, y - values.yOf(knob.speed)) + (isOtherSide ? 0.1 : 0);
      if (distance > least) continue;
      least = distance;
      found = knob;
    }
    return found;
  };
  /** What is taken hold of in a crowd is selected: that shows it, and is how it is found by keyboard. */
  const pressNearest = (event: PointerEvent<SVGElement>): void => {
    const knob = nearest(event);
    if (!knob) return;
    event.stopPropagation();
    const keyed = channelIds.filter((channelId) =>
      findChannel(subject, channelId)?.keys.some((key) => key.frame === knob.keyFrame),
    );
    dispatch(
      keysSelected({ keys: keyed.map((channelId) => ({ subjectId: subject.id, channelId, frame: knob.keyFrame })) }),
    );
    drag(event, knob);
  };

  return (
    <Strip
      title="Speed"
      label={
        <div className="space-y-0.5">
          {of ? (
            <select
              aria-label="Speed of"
              className="h-6 w-full min-w-0 rounded-md border border-rule bg-page px-1 text-xs"
              value={of}
              onChange={(event) => onOf(event.target.value as Of)}
            >
              <option value="channel">
                {CHANNELS[activeId].label}, {unit}/s
              </option>
              <option value="way">along its way, {unit}/s</option>
            </select>
          ) : (
            <p>
              {line.label}, {unit}/s
            </p>
          )}
          <div className="figures relative">
            {words(settledFigures).map((line, i) => (
              <p key={i} className={clsx('relative', underWay ? 'text-transparent' : '')}>
                {underWay && <span data-live="" className="absolute inset-0 text-faint" />}
                {line}
              </p>
            ))}
            {underWay && <LiveFigures textsAt={liveWords} />}
            {figures.jumps.length > 0 && <p className="text-ochre">{jumpWords(figures.jumps)}</p>}
          </div>
          <Still still={underWay}>
            <div className="flex gap-1">
              <EvenSpeed subject={subject} keyFrames={keyFrames} />
              {of !== 'way' && (
                <Toggle
                  small
                  on={overValue}
                  className="h-6! px-1!"
                  tip="The value curve beneath, as a reference"
                  onClick={() => setOverValue(!overValue)}
                >
                  Value
                </Toggle>
              )}
            </div>
          </Still>
        </div>
      }
    >
      <div ref={measure} className="h-full">
        {isCrowd && (
          <SpeedCanvas
            pieces={pieces}
            keyFrames={keyFrames}
            knobs={knobs}
            jumps={figures.jumps}
            selected={selected}
            values={values}
            heightPx={heightPx}
          />
        )}
        <svg
          width={scale.widthPx}
          height={heightPx}
          className="relative block touch-none"
          onPointerDown={() => dispatch(keysSelected({ keys: [] }))}
        >
          <line x1={0} x2={scale.widthPx} y1={values.yOf(0)} y2={values.yOf(0)} stroke="var(--rule)" />
          <text x={0} y={values.yOf(0) - 3} fontSize={10} className="figures" fill="var(--faint)">
            0
          </text>
          {overValue && of !== 'way' && <ValueBeneath subject={subject} channelId={activeId} heightPx={heightPx} />}
          {!isCrowd &&
            pieces.map((piece, i) => (
              <polyline
                key={i}
                className="pointer-events-none"
                points={piece
                  .map((point) => `${scale.xOf(point.frame).toFixed(1)},${values.yOf(point.speed).toFixed(1)}`)
                  .join(' ')}
                fill="none"
                stroke="var(--plum)"
                strokeWidth={2}
              />
            ))}
          {!isCrowd &&
            figures.jumps.map((frame) => (
              <line
                key={frame}
                className="pointer-events-none"
                x1={scale.xOf(frame)}
                x2={scale.xOf(frame)}
                y1={4}
                y2={heightPx - 4}
                stroke="var(--ochre)"
                strokeDasharray="2 4"
              />
            ))}
          {isCrowd && (
            <rect
              width={scale.widthPx}
              height="100%"
              fill="transparent"
              onPointerDown={pressNearest}
              onPointerMove={(event) =>
                event.currentTarget.style.setProperty('cursor', nearest(event) ? 'ns-resize' : 'auto')
              }
            />
          )}
          <Still still={isCrowd && underWay}>
            {knobs
              .filter((knob) => built.includes(knob.keyFrame) && scale.shows(knob.keyFrame))
              .map((knob) => (
                <SpeedKnob
                  key={`${knob.keyFrame}-${knob.side}`}
                  knob={knob}
                  y={values.yOf(knob.speed)}
                  says={`${speedInUnit(knob.speed * per)} ${unit} per second`}
                  painted={isCrowd}
                  onPress={(event) => drag(event, knob)}
                  onType={(event) => type(event, knob)}
                />
              ))}
          </Still>
        </svg>
        <GestureNotice notice={notice} />
      </div>
    </Strip>
  );
}

/** A speed as it is read: whole where it is large. */
function speedInUnit(speed: number): string {
  const fineness = Math.abs(speed) >= 100 ? 1 : 10;
  return formatFrames(Math.round(speed * fineness) / fineness);
}

const SHOWN_JUMPS = 4;

/** Where the speed jumps, the first few by name. */
function jumpWords(jumps: readonly number[]): string {
  const more = jumps.length - SHOWN_JUMPS;
  return `jumps at ${jumps.slice(0, SHOWN_JUMPS).map(formatFrames).join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}

/** The value curve of the chosen channel, on a scale of its own. */
function ValueBeneath({ subject, channelId, heightPx }: { subject: Subject; channelId: ChannelId; heightPx: number }) {
  const scale = useTimeScale();
  const channel = findChannel(subject, channelId);
  const path = useMemo(() => {
    if (!channel) return '';
    const { pointsDown, unit } = CHANNELS[channel.id];
    return curvePath(
      channel,
      scale,
      createValueScale(
        channel.keys.map((key) => key.value),
        heightPx,
        pointsDown ?? false,
        LEAST_SPAN[unit],
      ).yOf,
    );
  }, [channel, scale, heightPx]);
  return (
    <path
      className="pointer-events-none"
      d={path}
      fill="none"
      stroke="var(--faint)"
      strokeWidth={1.2}
      strokeDasharray="3 3"
      data-testid="value-beneath"
    />
  );
}

/** Dragging a speed: shown while it goes on, done once at its end. */
function useKnobDrag(
  outcome: (knob: Knob, move: DragMove) => { request: EditRequest; says: string },
  setNotice: (notice: Notice | null) => void,
) {
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
