import type { TakeView } from '@undulan/contract';
import { MODEL_NAME } from '@undulan/core';
import { type Against, correctionProblem, gapsOf, worstOf } from '../strips/compared/index.ts';
import { ButtonGroup, fixed, Select } from '../ui/index.ts';
import type { Comparison } from './use-comparison.ts';

const ALIGNMENTS = [
  { id: 'time', label: 'by time' },
  { id: 'keys', label: 'by keys' },
] as const;

/** What a take is compared with, and how time runs. */
export function ComparisonChoices({ view, choice }: { view: TakeView; choice: Comparison['choice'] }) {
  const problem = view.target && correctionProblem(view.target, view.motion);
  const cannot = problem !== null || !view.reading;
  const choices: { id: Against; label: string; disabled?: boolean }[] = [
    { id: 'model', label: 'with the model' },
    { id: 'timing', label: 'with its keys on the target’s frames', disabled: cannot },
    { id: 'spacing', label: 'with the target’s spacing', disabled: cannot },
  ];
  return (
    <>
      <Select
        aria-label="What the take is compared with"
        title={problem ?? undefined}
        value={choice.against}
        onChoose={choice.setAgainst}
        size="bar"
        className="max-w-36"
        choices={choices}
      />
      <Select
        aria-label="How time is aligned"
        title="By time both run at their own pace; by keys the matched keys lie on each other"
        value={choice.alignment}
        onChoose={choice.setAlignment}
        size="bar"
        choices={ALIGNMENTS}
      />
    </>
  );
}

/** Which of several tracks is looked at. */
export function TrackChoice({ reading, trackAt, setTrackAt }: Pick<Comparison, 'reading' | 'trackAt' | 'setTrackAt'>) {
  if (!reading || reading.tracks.length < 2) return null;
  return (
    <div className="flex h-9 shrink-0 items-center gap-1.5 border-t border-rule text-xs">
      <span className="text-faint">track</span>
      <ButtonGroup
        apart
        label="Track"
        value={String(trackAt)}
        onChoose={(at) => setTrackAt(Number(at))}
        choices={reading.tracks.map(({ subjectName, label }, i) => ({
          id: String(i),
          label: `${subjectName}, ${label.toLowerCase()}`,
        }))}
      />
    </div>
  );
}

/** What a take is laid beside where that is itself put right. */
const PUT_RIGHT: Record<Exclude<Against, 'model'>, string> = {
  timing: 'its own spacing, once its keys are on the target’s frames',
  spacing: 'its own timing, once it is spaced as the target',
};

/** What the reading comes to, in one line; of a take beside itself put right what that is: it is no result. */
export function comparisonWords({ reading, track, choice }: Pick<Comparison, 'reading' | 'track' | 'choice'>): string {
  if (reading && choice.against !== 'model') return PUT_RIGHT[choice.against];
  const nearest = reading?.nearest && reading.nearest !== MODEL_NAME ? `read against “${reading.nearest}”` : '';
  const scores =
    reading?.criteria.map((criterion) => `${criterion.label.toLowerCase()} ${Math.round(criterion.score)}`) ?? [];
  const proposed = reading ? `proposed ${reading.proposedGrade}` : '';
  // Of all frames, as the Gap strip shows it: also before the first key and after the last.
  const gaps = track ? gapsOf(track, 'raw') : [];
  const at = worstOf(gaps);
  const worst =
    track && gaps.length > 0 ? `worst gap ${fixed(gaps[at]!, 1)} % at frame ${track.gap.firstFrame + at}` : '';
  // What matters most first: where there is no room for all, the end is cut off.
  return [nearest, proposed, worst, ...scores].filter(Boolean).join(' · ');
}
