import { useCallback, useMemo, useState } from 'react';
import type { ReviewWords, ReviewWriter } from './use-review-writer.ts';

interface Deed {
  name: string;
  undo: () => Promise<unknown>;
}

export interface DeskUndo {
  /** What would be taken back; null where there is nothing. */
  name: string | null;
  /** Something was done, and how it is taken back. What is typed on goes with what was typed before. */
  did: (name: string, undo: () => Promise<unknown>, goesOn?: boolean) => void;
  undo: () => void;
}

/** What was done to a review since it was opened, to be taken back step by step until it is returned. */
export function useDeskUndo(): DeskUndo {
  const [deeds, setDeeds] = useState<readonly Deed[]>([]);
  const did = useCallback(
    (name: string, undo: Deed['undo'], goesOn = false) =>
      setDeeds((all) => (goesOn && all.at(-1)?.name === name ? all : [...all, { name, undo }])),
    [],
  );
  return useMemo(() => {
    const last = deeds.at(-1);
    return {
      name: last?.name ?? null,
      did,
      undo: () => {
        if (!last) return;
        setDeeds(deeds.slice(0, -1));
        void last.undo();
      },
    };
  }, [deeds, did]);
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
        did(WORDS[name], () => writer.save(earlier), name === 'summary');
      }
      return writer.save(made);
    },
  };
}
