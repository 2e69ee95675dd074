import { CLASS_MEASURES, type ClassMeasure } from '@undulan/core';
import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';

export const VIEWS = {
  who: 'Who',
  what: 'What',
  far: 'How far off',
  time: 'Over time',
  marking: 'Marking',
} as const;
export type ViewId = keyof typeof VIEWS;

/** What of a ledger is looked at: all of it in the address, so that it can be gone back to and sent. */
export interface LedgerView {
  view: ViewId;
  /** Empty of all. */
  exerciseId: string;
  learnerId: string;
  /** A key by its movement and frame, as it is listed; empty of all. */
  key: string;
  of: 'keys' | 'spacing';
  which: 'first' | 'latest';
  measure: ClassMeasure;
  /** What drills say something of, and at which rate, as it is listed; empty of what there is most of. */
  drill: string;
  /** Part of a learner's name. */
  words: string;
  /** Only whose work waits, is late, or is not begun. */
  only: 'all' | 'waits' | 'late' | 'missing';
}

const USUAL: LedgerView = {
  view: 'who',
  exerciseId: '',
  learnerId: '',
  key: '',
  of: 'keys',
  which: 'latest',
  measure: 'key-offset',
  drill: '',
  words: '',
  only: 'all',
};

const CHOICES: Partial<Record<keyof LedgerView, readonly string[]>> = {
  view: Object.keys(VIEWS),
  of: ['keys', 'spacing'],
  which: ['first', 'latest'],
  measure: CLASS_MEASURES,
  only: ['all', 'waits', 'late', 'missing'],
};

/** What an address asks for; what it has wrong is as usual. */
export function readView(params: URLSearchParams): LedgerView {
  const view: Record<string, string> = { ...USUAL };
  for (const name of Object.keys(USUAL) as (keyof LedgerView)[]) {
    const given = params.get(name);
    if (given !== null && (CHOICES[name]?.includes(given) ?? true)) view[name] = given.slice(0, 200);
  }
  return view as unknown as LedgerView;
}

/** The address of a view: what is as usual is not said. */
export function writeView(view: LedgerView): URLSearchParams {
  const params = new URLSearchParams();
  for (const name of Object.keys(USUAL) as (keyof LedgerView)[])
    if (view[name] !== USUAL[name]) params.set(name, view[name]);
  return params;
}

export function useLedgerView(): [LedgerView, (part: Partial<LedgerView>) => void] {
  const [params, setParams] = useSearchParams();
  const view = useMemo(() => readView(params), [params]);
  const change = useCallback(
    (part: Partial<LedgerView>) => {
      // Another view is a step back; what is typed and chosen within one is not. That is drawn at once: what is changed
      // next, or typed, goes on from what is drawn, and would take back what is not.
      const isWithin = part.view === undefined;
      setParams((now) => writeView({ ...readView(now), ...part }), { replace: isWithin, flushSync: isWithin });
    },
    [setParams],
  );
  return [view, change];
}
