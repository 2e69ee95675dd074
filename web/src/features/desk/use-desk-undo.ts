import { useCallback, useMemo, useState } from 'react';
import { useInTurn } from '../../saving/index.ts';
import type { ReviewWords } from './left-review.ts';
import type { ReviewWriter } from './use-review-writer.ts';

/** What was done, and how it is taken back and done again. */
interface Deed {
  name: string;
  undo: () => Promise<unknown>;
  redo: () => Promise<unknown>;
}

export interface DeskUndo {
  /** What would be taken back, and what done again; null where there is nothing. */
  undoName: string | null;
  redoName: string | null;
  /** Something was done. What is typed on goes with what was typed before. */
  did: (deed: Deed, goesOn?: boolean) => void;
  undo: () => void;
  redo: () => void;
}

interface Line {
  deeds: readonly Deed[];
  /** So many of them are done; those after may be done again. */
  done: number;
}

function withDeed({ deeds, done }: Line, deed: Deed, goesOn: boolean): Line {
  const before = deeds.slice(0, done);
  const last = before.at(-1);
  if (goesOn && last?.name === deed.name)
    return { deeds: [...before.slice(0, -1), { ...deed, undo: last.undo }], done };
  return { deeds: [...before, deed], done: done + 1 };
}

/** What was done to a review since it was opened, to be taken back step by step until it is returned. */
export function useDeskUndo(): DeskUndo {
  const [line, setLine] = useState<Line>({ deeds: [], done: 0 });
  // Each waits for the one before: a note is gone before another comes back.
  const inTurn = useInTurn();
  const did = useCallback<DeskUndo['did']>(
    (deed, goesOn = false) => setLine((before) => withDeed(before, deed, goesOn)),
    [],
  );
  return useMemo(() => {
    const { deeds, done } = line;
    const [last, next] = [deeds[done - 1], deeds[done]];
    const go = (to: number, work: Deed['undo'] | undefined): void => {
      if (!work) return;
      setLine({ deeds, done: to });
      void inTurn(work);
    };
    return {
      undoName: last?.name ?? null,
      redoName: next?.name ?? null,
      did,
      undo: () => go(done - 1, last?.undo),
      redo: () => go(done + 1, next?.redo),
    };
  }, [line, did, inTurn]);
}

const WORDS: Record<keyof ReviewWords, string> = {
  grade: 'grade',
  summary: 'closing words',
  criteria: 'grade of a criterion',
  decisions: 'decision',
};

/** A writer of which every change of words can be taken back. */
export function withUndo(writer: ReviewWriter, { did }: DeskUndo): ReviewWriter {
  return {
    ...writer,
    save: (change) => {
      const before = writer.latest();
      const made = typeof change === 'function' ? change(before) : change;
      const [name, ...others] = Object.keys(made) as (keyof ReviewWords)[];
      if (name) {
        const earlier = Object.fromEntries([name, ...others].map((key) => [key, before[key]]));
        did({ name: WORDS[name], undo: () => writer.save(earlier), redo: () => writer.save(made) }, name === 'summary');
      }
      return writer.save(made);
    },
  };
}
