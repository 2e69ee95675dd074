import {
  FRAME_LIMIT,
  FrameRange,
  parseRate,
  parseTime,
  type Rate,
  readDecimal,
  type Result,
  toNumber,
} from '@undulan/core';
import { createContext, use, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigation, useSearchParams } from 'react-router';
import { type PlannerState, readPlanner, writePlanner } from './planner-state.ts';

export interface Planner {
  state: PlannerState;
  change: (patch: Partial<PlannerState>) => void;
  /** The rate all calculators share. */
  rate: Result<Rate>;
  /** The plan's range, once rate, first frame and length can be read. */
  range: Result<{ first: number; last: number; exactFrames: number }>;
}

function readRange(state: PlannerState, rate: Result<Rate>): Planner['range'] {
  if (!rate.ok) return rate;
  const typed = readDecimal(state.first, { within: FrameRange.shape.first });
  if (!typed.ok) return { ok: false, issues: typed.issues.map((issue) => ({ ...issue, path: ['first'] })) };
  const first = typed.value;
  const length = parseTime(state.length, rate.value);
  if (!length.ok) return { ok: false, issues: length.issues.map((issue) => ({ ...issue, path: ['length'] })) };
  const exactFrames = toNumber(length.value);
  if (!(exactFrames > 0) || exactFrames > FRAME_LIMIT) {
    return {
      ok: false,
      issues: [
        {
          code: 'length-out-of-range',
          path: ['length'],
          message: `A length is more than 0 and at most ${FRAME_LIMIT} frames.`,
        },
      ],
    };
  }
  return { ok: true, value: { first, last: first + Math.max(1, Math.round(exactFrames)) - 1, exactFrames } };
}

/**
 * The address follows at once, but no more often than this: browsers refuse hundreds of changes of it in a few seconds.
 */
const ADDRESS_REST_MS = 200;

/** The Planner's state, kept in the address; another address (a saved plan, the way back) brings its own. */
export function usePlannerState(): Planner {
  const [params, setParams] = useSearchParams();
  const query = params.toString();
  const [state, setState] = useState(() => readPlanner(params));
  const [seen, setSeen] = useState(query);
  // Addresses written here and not seen yet: they arrive when the state may already be further on, and must not take it
  // back.
  const [own] = useState(() => new Set<string>());
  if (query !== seen) {
    setSeen(query);
    if (!own.has(query)) setState(readPlanner(params));
  }
  useEffect(() => {
    own.delete(query);
  }, [own, query]);
  const writtenAt = useRef(0);
  // Who is on the way to another page must not be called back by an address of this one.
  const isLeaving = useNavigation().state !== 'idle';
  useEffect(() => {
    if (isLeaving) return;
    const rest = setTimeout(
      () => {
        const written = writePlanner(state);
        if (written.toString() === query) return;
        own.add(written.toString());
        writtenAt.current = performance.now();
        setParams(written, { replace: true });
      },
      Math.max(0, writtenAt.current + ADDRESS_REST_MS - performance.now()),
    );
    return () => clearTimeout(rest);
  }, [state, query, own, isLeaving, setParams]);
  const change = useCallback((patch: Partial<PlannerState>) => setState((now) => ({ ...now, ...patch })), []);
  return useMemo(() => {
    const rate = parseRate(state.rate);
    return { state, change, rate, range: readRange(state, rate) };
  }, [state, change]);
}

export const PlannerContext = createContext<Planner | null>(null);

export function usePlanner(): Planner {
  const planner = use(PlannerContext);
  if (!planner) throw new Error('This part needs a PlannerContext around it.');
  return planner;
}
