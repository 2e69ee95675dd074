import type { KeyboardEvent, PointerEvent } from 'react';
import { useTimeScale } from '../../time/index.ts';
import type { Knob } from './speed-figures.ts';

interface SpeedKnobProps {
  knob: Knob;
  y: number;
  /** Its speed in words. */
  says: string;
  onPress: (event: PointerEvent) => void;
  onType: (event: KeyboardEvent) => void;
}

/** What of the speed on one side of a key is taken hold of, unseen. */
export function SpeedKnob({ knob, y, says, onPress, onType }: SpeedKnobProps) {
  const x = useTimeScale().xOf(knob.keyFrame);
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`Speed the key on frame ${knob.keyFrame} ${knob.side === 'in' ? 'arrives' : 'leaves'} with`}
      aria-valuenow={Math.round(knob.speed)}
      aria-valuetext={says}
      className="cursor-ns-resize"
      onPointerDown={(event) => {
        event.stopPropagation();
        onPress(event);
      }}
      onKeyDown={onType}
    >
      <title>
        Drag up or down for the speed, sideways for its reach (with Shift that alone); with Alt this side alone
      </title>
      <rect x={x + (knob.side === 'in' ? -13 : -3)} y={y - 9} width={16} height={18} fill="transparent" />
    </g>
  );
}
