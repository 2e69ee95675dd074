import { useMemo } from 'react';
import { CHANNELS, type MotionDocument } from '@undulan/core';
import { useAppSelector } from '../app/store.ts';
import { selectActiveChannel, selectSubject } from '../editing/index.ts';
import type { KeyStepping } from '../time-page/index.ts';
import { useStored } from '../ui/index.ts';

type Scope = 'all' | 'subject' | 'channel';

/** Where key stepping stops: keys of every subject, of the selected one, or of the channel in the Curve strip. */
export function useKeyStepping(motion: MotionDocument): { keyFrames: number[]; stepping: KeyStepping } {
  const subject = useAppSelector(selectSubject);
  const active = useAppSelector(selectActiveChannel);
  const [scope, setScope] = useStored<Scope>('key-stepping', 'subject');
  const keyFrames = useMemo(() => {
    const subjects = scope === 'all' ? motion.subjects : motion.subjects.filter((other) => other.id === subject?.id);
    const channels = subjects.flatMap((other) => other.channels).filter((channel) => scope !== 'channel' || channel.id === active?.id);
    return [...new Set(channels.flatMap((channel) => channel.keys.map((key) => key.frame)))].sort((a, b) => a - b);
  }, [motion, subject?.id, active?.id, scope]);
  const choices = [
    { id: 'subject', label: subject?.name ?? 'the selected subject' },
    { id: 'channel', label: active && subject ? `${subject.name}, ${CHANNELS[active.id].label.toLowerCase()}` : 'the selected channel' },
    { id: 'all', label: 'all subjects' },
  ];
  return { keyFrames, stepping: { choices, chosen: scope, onChoose: (id) => setScope(id as Scope) } };
}
