import { useMemo, type ReactNode } from 'react';
import type { MotionDocument } from '@undulan/core';
import { useAppSelector } from '../app/store.ts';
import { selectKeyedChannels, selectMotion } from '../editing/index.ts';
import { CurveStrip, KeyBar, KeysStrip, TimePage, useClock } from '../time-page/index.ts';

interface EditingTimeProps {
  name: string;
  tone: 'take' | 'target';
  target: MotionDocument | null;
  foot?: ReactNode;
}

/** The right page of an editing screen: Keys and Curve of the selected subject. */
export function EditingTime({ name, tone, target, foot }: EditingTimeProps) {
  const { range } = useClock();
  const cues = useAppSelector(selectMotion)?.cues;
  const keyed = useAppSelector(selectKeyedChannels);
  const keyFrames = useMemo(
    () => [...new Set(keyed.flatMap((channel) => channel.keys.map((key) => key.frame)))].sort((a, b) => a - b),
    [keyed],
  );
  const outside = keyFrames.filter((frame) => frame < range.first || frame > range.last);
  return (
    <TimePage
      name={name}
      keyFrames={keyFrames}
      reach={outside}
      cues={cues}
      strips={[
        { id: 'keys', name: 'Keys', shortcut: 'stripKeys', size: '112px', content: <KeysStrip /> },
        { id: 'curve', name: 'Curve', shortcut: 'stripCurve', size: undefined, content: <CurveStrip tone={tone} target={target} /> },
      ]}
      bar={<KeyBar />}
      foot={outside.length > 0 ? `${outside.length} ${outside.length === 1 ? 'key lies' : 'keys lie'} outside the range and will not play: ${outside.join(', ')}` : foot}
    />
  );
}
