import { type ChannelId, findChannel, withUnit } from '@undulan/core';
import { type KeyboardEvent, memo, type PointerEvent, useMemo } from 'react';
import { applyEdit, type EditRequest, keysSelected } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useTimeScale } from '../../time/index.ts';
import { useValueUnits } from '../../values/index.ts';
import { builtInCrowd, crowding, GestureNotice, nearestOf, useEditDrag, type ValueScale } from '../kit/index.ts';
import { figuresOf, type Knob, knobsOf } from './speed-figures.ts';
import { formatSpeed } from './speed-words.ts';
import { SpeedKnob } from './SpeedKnob.tsx';
import type { SettledSpeed } from './use-speed-line.ts';

/** A dragged speed this near to none is none. */
const STILL_PX = 5;
/** A drag sideways by less than this leaves the reach. */
const REACH_FROM_PX = 8;

interface SpeedKnobsProps {
  speed: SettledSpeed;
  /** The channels whose speed it is. */
  channelIds: readonly ChannelId[];
  values: ValueScale;
}

/** The speeds of a line to take hold of, unseen: where keys crowd the nearest, and of selected keys each by itself. */
export const SpeedKnobs = memo(function SpeedKnobs({ speed, channelIds, values }: SpeedKnobsProps) {
  const { subject, activeId, line } = speed;
  const dispatch = useAppDispatch();
  const { rate } = useClock();
  const scale = useTimeScale();
  const units = useValueUnits();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const knobs = useMemo(() => knobsOf(line), [line]);
  const per = units.per(activeId);
  const unit = units.label(activeId);
  const selected = selectedKeys
    .filter((key) => key.subjectId === subject.id && channelIds.includes(key.channelId))
    .map((key) => key.frame);
  const isCrowd = crowding(line.keyFrames, scale) !== null;
  const built = new Set(isCrowd ? builtInCrowd(line.keyFrames, selected) : line.keyFrames);

  const request = (knob: Knob, toSpeed: number, apart: boolean, reach: number | null = null): EditRequest =>
    line.request(knob.keyFrame, knob.side, toSpeed, reach, apart);
  const { start, board } = useEditDrag<Knob>((knob, move) => {
    const now = Math.abs(move.dxPx) < REACH_FROM_PX ? null : line.reachOf(knob.keyFrame, knob.side);
    // Away from its key a drag lengthens the reach; up or down leaves it.
    const outward = knob.side === 'out' ? move.dxPx : -move.dxPx;
    const reach =
      now && Math.min(100, Math.max(1, now.percent + (outward / (now.spanFrames * scale.pxPerFrame)) * 100));
    const y = values.yOf(knob.speed) + move.dyPx;
    const dragged = Math.abs(y - values.yOf(0)) <= STILL_PX ? 0 : values.valueAt(y);
    // With Shift the speed stays and only the reach changes.
    const toSpeed = move.shiftKey ? knob.speed : dragged;
    const goes = knob.side === 'in' ? 'arrives' : 'leaves';
    const reaching = reach === null ? '' : `, reach ${Math.round(reach)} %`;
    return {
      request: request(knob, toSpeed, move.altKey, reach),
      says: `${goes} at ${withUnit(formatSpeed(toSpeed * per), `${unit}/s`)}${reaching}`,
    };
  });
  const type = (event: KeyboardEvent, knob: Knob): void => {
    const way = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (!way) return;
    event.preventDefault();
    const step = Math.max(1, Math.abs(figuresOf(line, rate).peak.speed) / 100) * (event.shiftKey ? 10 : 1);
    dispatch(applyEdit(request(knob, knob.speed + way * step, event.altKey)));
  };

  /** In a crowd: the speed nearest to the pointer, of its key the side that the pointer is on. */
  const nearest = (event: PointerEvent<SVGElement>): Knob | null => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    return nearestOf(knobs, ({ keyFrame, side, speed: at }) => {
      const dx = x - scale.xOf(keyFrame);
      const isOtherSide = side === 'in' ? dx > 0 : dx < 0;
      return Math.hypot(dx, y - values.yOf(at)) + (isOtherSide ? 0.1 : 0);
    });
  };
  /** What is taken hold of in a crowd is selected: that shows it, and is how it is found by keyboard. */
  const pressNearest = (event: PointerEvent<SVGElement>): void => {
    const knob = nearest(event);
    if (!knob) return;
    event.stopPropagation();
    const keyed = channelIds.filter((id) => findChannel(subject, id)?.keys.some((key) => key.frame === knob.keyFrame));
    const keys = keyed.map((channelId) => ({ subjectId: subject.id, channelId, frame: knob.keyFrame }));
    dispatch(keysSelected({ keys }));
    start(event, knob);
  };
  return (
    <>
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
      {knobs
        .filter((knob) => built.has(knob.keyFrame) && scale.shows(knob.keyFrame))
        .map((knob) => (
          <SpeedKnob
            key={`${knob.keyFrame}-${knob.side}`}
            knob={knob}
            y={values.yOf(knob.speed)}
            says={`${withUnit(formatSpeed(knob.speed * per), unit)} per second`}
            onPress={(event) => start(event, knob)}
            onType={(event) => type(event, knob)}
          />
        ))}
      <GestureNotice board={board} />
    </>
  );
});
