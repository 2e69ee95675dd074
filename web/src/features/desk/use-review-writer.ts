import type { ReviewedTake } from '@undulan/contract';
import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import { useInTurn } from '../../saving/index.ts';
import { explain, isProblem, useReturnReviewMutation, useSaveReviewMutation } from '../../server-data/index.ts';
import { readStored, sayToStay, useStored } from '../../ui/index.ts';
import { type Left, leftOf, type ReviewWords, wordsOf } from './left-review.ts';

export interface ReviewWriter {
  status: string;
  /** What is wrong with the last write, until one goes through. */
  problem: string | null;
  /** The words as last written here or fetched, whichever is later, with what is not written yet. */
  words: ReviewWords;
  /** The same at this moment, also between two renderings. */
  latest: () => ReviewWords;
  /** Writes what changed, and what could not be written before. */
  save: (change: Partial<ReviewWords> | ((words: ReviewWords) => Partial<ReviewWords>)) => Promise<boolean>;
  /** The words once all writes begun before are through. */
  settled: () => Promise<ReviewWords>;
  /** Returns the review once all writes before are through; `again` asks for another take. */
  giveBack: (again: boolean) => Promise<boolean>;
}

const STALE = 'This review was changed elsewhere in the meantime. What you typed is still here: save again to keep it.';

/** Nothing waits to be written. */
const NOTHING: Partial<ReviewWords> = {};

/**
 * Writes grades, decisions and closing words, one write after another, each made from the version the one before left.
 * A write that meets another's version is refused once and says so; what was typed stays, and saving again keeps it.
 * What has not gone through is kept in the browser, and brought back when the take is opened again.
 */
export function useReviewWriter(view: ReviewedTake): ReviewWriter {
  const [saveReview] = useSaveReviewMutation();
  const [returnReview] = useReturnReviewMutation();
  const keptAs = `review/${view.id}`;
  const [, keep] = useStored<Left | null>(keptAs, null);
  const [left] = useState(() => leftOf(view, readStored<unknown>(keptAs, null)));
  const [status, setStatus] = useState(left.isStale ? 'Not saved' : '');
  const [problem, setProblem] = useState<string | null>(left.isStale ? STALE : null);
  const version = useRef(0);
  const inTurn = useInTurn();
  const takeId = view.id;
  const seenVersion = view.review?.version ?? 1;
  const [written, setWritten] = useState<{ version: number; words: ReviewWords } | null>(null);
  /** What was changed here and has not gone through. */
  const unsaved = useRef(left.change ?? NOTHING);
  const [shownUnsaved, setShownUnsaved] = useState(left.change ?? NOTHING);
  const words = useMemo(
    (): ReviewWords => ({
      ...(written && written.version >= seenVersion ? written.words : wordsOf(view.review)),
      ...shownUnsaved,
    }),
    [view.review, written, seenVersion, shownUnsaved],
  );
  const latest = useRef(words);
  useEffect(() => {
    latest.current = words;
  }, [words]);

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
      setProblem(isProblem(answer.error, 'stale-version') ? STALE : explain(answer.error));
      return false;
    },
    [seenVersion],
  );

  const onItsWay = useRef<ReviewWords | null>(null);
  const keepUnsaved = (): void => {
    const [change, sent] = [unsaved.current, onItsWay.current];
    keep(change === NOTHING ? null : { version: Math.max(version.current, seenVersion), change, sent });
  };
  const wait = (change: Partial<ReviewWords>): void => {
    unsaved.current = change;
    setShownUnsaved(change);
    keepUnsaved();
  };

  /** Writes what waits; what came to wait meanwhile goes on waiting. */
  const write = async (): Promise<boolean> => {
    const [sent, words] = [unsaved.current, latest.current];
    if (sent === NOTHING) return true;
    onItsWay.current = words;
    keepUnsaved();
    const through = await attempt((from) => saveReview({ takeId, review: { version: from, ...words } }));
    if (through) {
      setWritten({ version: version.current, words });
      if (unsaved.current === sent) wait(NOTHING);
    }
    return through;
  };

  const change = (made: Partial<ReviewWords>): void => {
    wait({ ...unsaved.current, ...made });
    latest.current = { ...latest.current, ...made };
  };

  const writeLeft = useEffectEvent((): void => {
    if (!left.change) return keep(null);
    sayToStay(
      left.isStale
        ? 'Changes that had not been saved were brought back. This was changed elsewhere since: save again under Grade.'
        : 'Changes that had not been saved were brought back.',
    );
    if (!left.isStale) void inTurn(write);
  });
  useEffect(() => writeLeft(), []);

  return {
    status,
    problem,
    words,
    latest: () => latest.current,
    save: (made) => {
      change(typeof made === 'function' ? made(latest.current) : made);
      return inTurn(write);
    },
    settled: () => inTurn(() => Promise.resolve(latest.current)),
    giveBack: (again) =>
      inTurn(async () => (await write()) && attempt((from) => returnReview({ takeId, version: from, again }))),
  };
}
