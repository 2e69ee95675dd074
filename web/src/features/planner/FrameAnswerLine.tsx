import { type FrameAnswer } from '@undulan/core';
import type { ReactNode } from 'react';
import { fixed, ownExact } from '../../ui/index.ts';

const signed = (value: number, digits: number): string => `${value < 0 ? '−' : '+'}${fixed(Math.abs(value), digits)}`;

interface FrameAnswerLineProps {
  label: ReactNode;
  answer: FrameAnswer;
  detail?: ReactNode;
  action?: ReactNode;
}

/** A length of time as it comes out: the exact fraction, the whole frame nearest to it, and what rounding adds. */
export function FrameAnswerLine({ label, answer, detail, action }: FrameAnswerLineProps) {
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-b border-rule py-2 last:border-0">
      <div className="text-[13px]">{label}</div>
      <div className="flex items-center gap-3">
        <p className="figures text-right text-lg leading-tight font-semibold whitespace-nowrap">
          {answer.isWhole ? answer.rounded : `≈ ${answer.rounded}`}{' '}
          <span className="text-xs font-normal text-faint">{answer.rounded === 1 ? 'frame' : 'frames'}</span>
        </p>
        {action}
      </div>
      {detail && <p className="figures col-span-2 text-[11.5px] text-faint">{detail}</p>}
      <p className="figures col-span-2 text-[11.5px] text-faint">
        {fixed(answer.seconds, 3)} s
        {answer.isWhole
          ? ' · a whole frame'
          : ` · exactly ${ownExact(answer.exact)} · rounding ${signed(answer.roundingFrames, 3)} f, ` +
            `${signed(answer.roundingSeconds * 1000, 1)} ms`}
      </p>
    </div>
  );
}
