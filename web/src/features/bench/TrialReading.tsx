import { type ExerciseSetting, targetOf } from '@undulan/contract';
import { type Reading, readTake } from '@undulan/core';
import { useMemo } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { Dialog, withMark } from '../../ui/index.ts';

interface TrialReadingProps {
  setting: ExerciseSetting;
  onClose: () => void;
}

/** What would be said of a take that is as what was keyed, and the grade that would be proposed. */
export function TrialReading({ setting: { work }, onClose }: TrialReadingProps) {
  const motion = useAppSelector(selectMotion)!;
  const { findings, proposedGrade } = useMemo(
    (): Reading => readTake(targetOf(work.motion, work.details!), motion),
    [work, motion],
  );
  return (
    <Dialog open onClose={onClose} title="How it would be read">
      <p>
        A take like this would be proposed <b className="figures">{proposedGrade} / 100</b>
        {findings.length === 0 ? ': nothing is off.' : '.'}
      </p>
      {findings.length > 0 && (
        <ol aria-label="What is off" className="mt-3 grid list-decimal gap-1 pl-5 text-sm">
          {findings.map(({ sentence }, i) => (
            <li key={i}>{withMark(sentence)}</li>
          ))}
        </ol>
      )}
    </Dialog>
  );
}
