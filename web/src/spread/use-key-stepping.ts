import { CHANNELS, keyFramesOf, type MotionDocument } from '@undulan/core';
import { useMemo } from 'react';
import { selectActiveChannel, selectSubject } from '../editing/index.ts';
import { useAppSelector } from '../state/index.ts';
import type { KeyStepping } from '../time-page/index.ts';
import { useStored } from '../ui/index.ts';

type Scope = 'all' | 'subject' | 'channel';

/** Where key stepping stops: keys of every subject, of the selected one, or of the channel in the Curve strip. */
export function useKeyStepping(motion: MotionDocument): { keyFrames: number[]; stepping: KeyStepping } {
  // Names alone: a gesture changes the subject at every move, and nothing here.
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const subjectName = useAppSelector((state) => selectSubject(state)?.name);
  const activeId = useAppSelector((state) => selectActiveChannel(state)?.id);
  const [scope, setScope] = useStored<Scope>('key-stepping', 'subject');
  const keyFrames = useMemo(() => {
    const subjects = scope === 'all' ? motion.subjects : motion.subjects.filter((other) => other.id === subjectId);
    const channels = subjects
      .flatMap((other) => other.channels)
      .filter((channel) => scope !== 'channel' || channel.id === activeId);
    return keyFramesOf(channels);
  }, [motion, subjectId, activeId, scope]);
  const choices = [
    { id: 'subject', label: subjectName ?? 'the selected subject' },
    {
      id: 'channel',
      label:
        activeId && subjectName ? `${subjectName}, ${CHANNELS[activeId].label.toLowerCase()}` : 'the selected channel',
    },
    { id: 'all', label: 'all subjects' },
  ];
  return { keyFrames, stepping: { choices, chosen: scope, onChoose: (id) => setScope(id as Scope) } };
}
