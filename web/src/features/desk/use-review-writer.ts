import { useCallback, useRef, useState } from 'react';
import type { TakeView } from '@undulan/contract';
import { useReturnReviewMutation, useSaveReviewMutation } from '../../app/api.ts';
import { explain, isProblem } from '../../app/problem.ts';

export interface ReviewWords {
  grade: number | null;
  summary: string;
}

export interface ReviewWriter {
  status: string;
  /** What is wrong with the last write, until one goes through. */
  problem: string | null;
  save: (words: ReviewWords) => Promise<boolean>;
  /** Returns the review once all writes before are through. */
  giveBack: () => Promise<boolean>;
}

/**
 * Writes grade and closing words, one write after another, each made from the version the one before left. A write that meets another's version is refused once
 * and says so; what was typed stays, and saving again keeps it.
 */
export function useReviewWriter(view: TakeView): ReviewWriter {
  const [saveReview] = useSaveReviewMutation();
  const [returnReview] = useReturnReviewMutation();
  const [status, setStatus] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const version = useRef(0);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const takeId = view.id;
  const seenVersion = view.review?.version ?? 1;

  const inTurn = useCallback(<T,>(work: () => Promise<T>): Promise<T> => {
    const next = queue.current.then(work, work);
    queue.current = next.catch(() => undefined);
    return next;
  }, []);

  const attempt = useCallback(
    async (write: (version: number) => Promise<{ data?: { version: number }; error?: unknown }>): Promise<boolean> => {
      setStatus('Saving …');
      const answer = await write(Math.max(version.current, seenVersion));
      if (answer.data) {
        version.current = answer.data.version;
        setStatus('Saved');
        setProblem(null);
        return true;
      }
      // The next write goes over what is there now: the person has been told.
      if (isProblem(answer.error, 'stale-version')) version.current = Math.max(version.current, seenVersion) + 1;
      setStatus('Not saved');
      setProblem(
        isProblem(answer.error, 'stale-version') ? 'This review was changed elsewhere in the meantime. What you typed is still here: save again to keep it.' : explain(answer.error),
      );
      return false;
    },
    [seenVersion],
  );

  return {
    status,
    problem,
    save: (words) => inTurn(() => attempt((from) => saveReview({ takeId, review: { version: from, ...words } }))),
    giveBack: () => inTurn(() => attempt((from) => returnReview({ takeId, version: from }))),
  };
}
