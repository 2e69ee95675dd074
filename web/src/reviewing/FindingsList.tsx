import { type Finding, type MovedAlong, movedAlong } from '@undulan/core';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { useClock } from '../time/index.ts';
import { brief, Empty, withMark } from '../ui/index.ts';

const TONES: Record<Finding['severity'], string> = {
  strong: 'text-danger font-semibold',
  clear: 'text-ink',
  slight: 'text-faint',
};

function framesOf({ firstFrame, lastFrame }: Finding): string {
  return firstFrame === lastFrame ? String(firstFrame) : `${firstFrame}–${lastFrame}`;
}

interface FindingsListProps {
  findings: readonly Finding[];
  onChoose?: (finding: Finding) => void;
  /** What can be done with a finding beside going to it. */
  action?: ((finding: Finding) => ReactNode) | undefined;
  /** What stands before each. */
  before?: ((finding: Finding) => ReactNode) | undefined;
  /** Those that no longer count. */
  faded?: (finding: Finding) => boolean;
  /** They are all of a take's: the first is what to fix first. */
  whole?: boolean;
}

/** A first finding that mends less than this alone is no more than the first of a list. */
const WORTH_SAYING = 0.1;

/** What becomes of those after it when they go along with it. */
function alongWords({ after, onTime, leftFrames }: MovedAlong): string {
  const frames = brief(Math.abs(leftFrames), 1);
  const off = `${frames} ${frames === '1' ? 'frame' : 'frames'} ${leftFrames > 0 ? 'late' : 'early'}`;
  const are = (count: number): string => (count === 1 ? 'is' : 'are');
  const many = after === 1 ? 'the one' : `the ${after}`;
  if (onTime === after) return `Moved along with it, ${many} after it ${are(after)} on time.`;
  if (onTime > 0)
    return `Moved along with it, ${onTime} of the ${after} after it ${are(onTime)} on time, the worst left ${off}.`;
  return after === 1
    ? `Moved along with it, the one after it is still ${off}.`
    : `Moved along with it, the ${after} after it are still off: the worst is ${off}.`;
}

/** The one finding whose correction mends most, as a sentence of its own over the list. */
function FixFirst({ findings }: { findings: readonly Finding[] }) {
  const [first] = findings;
  if (findings.length < 2 || !first?.mends || first.mends < WORTH_SAYING) return null;
  const along = movedAlong(first, findings);
  return (
    <p className="mb-1.5 rounded-md border-l-4 border-accent bg-shade px-2.5 py-1.5 text-[13px] leading-snug">
      <span className="font-semibold">Fix this first:</span> {first.sentence.charAt(0).toLowerCase()}
      {withMark(first.sentence.slice(1))} {along && `${alongWords(along)} `}
      <span className="text-faint">
        Put right alone, it mends {Math.round(first.mends * 100)} % of what is off in the movement.
      </span>
    </p>
  );
}

/** What the reading found, in the order to fix it; a press goes to the frame. */
export function FindingsList({ findings, onChoose, action, before, faded, whole = false }: FindingsListProps) {
  const clock = useClock();
  if (findings.length === 0) return <Empty title="Nothing found">Keys and spacing are within the tolerances.</Empty>;
  return (
    <>
      {whole && <FixFirst findings={findings.filter((finding) => !faded?.(finding))} />}
      <ol className="overflow-hidden rounded-md border border-rule bg-page" aria-label="Findings">
        {findings.map((finding, i) => (
          <li
            key={i}
            className={clsx(
              'flex items-start border-b border-rule last:border-0',
              faded?.(finding) ? 'text-faint' : '',
            )}
          >
            {before?.(finding)}
            <button
              type="button"
              className="flex min-w-0 flex-1 items-baseline gap-3 px-2.5 py-1.5 text-left hover:bg-shade"
              onClick={() => {
                clock.stop();
                clock.seek(finding.firstFrame);
                onChoose?.(finding);
              }}
            >
              <span className="figures w-12 shrink-0 text-xs font-semibold">{framesOf(finding)}</span>
              <span className={clsx('min-w-0 flex-1 text-[13px] leading-snug', faded?.(finding) ? 'line-through' : '')}>
                {withMark(finding.sentence)}
              </span>
              <span className={clsx('shrink-0 text-xs', faded?.(finding) ? '' : TONES[finding.severity])}>
                {finding.severity}
              </span>
            </button>
            {action?.(finding)}
          </li>
        ))}
      </ol>
    </>
  );
}
