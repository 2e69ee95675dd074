import type { Drill } from '../teaching/index.ts';
import {
  type Chosen,
  chosenOf,
  type DrillAnswer,
  type Matched,
  matchedOf,
  SIZES,
  type Trained,
  trainedBy,
} from './drill-kinds.ts';
import { estimateThreshold, looksGuessed, type Threshold } from './threshold.ts';

/** What a drill says of one thing that it trains. */
export interface DrillResult extends Threshold {
  of: Trained;
  trials: number;
  /** What answers are off by in the middle: more is too much, or too late. Null of choices. */
  bias: number | null;
  /** Of faults that were seen, how many were called what they are; null where that was not asked. */
  named: { right: number; of: number } | null;
}

/** What came of a drill, for each thing it trained, in the order they came; whether answers look guessed. */
export interface DrillOutcome {
  results: DrillResult[];
  guessed: boolean;
}

/** Three in four answers are nearer. */
const SHARE = 0.75;
/** How far a rank can be off by chance, 19 times in 20. */
const SURE = 1.96;

/**
 * How far answers are off 3 times in 4, and between which distances that is sure: ranks of the answers themselves, as
 * far apart as a share of so many can be by chance (Conover 1980, §3.2: limits for a quantile), whatever they are
 * spread like.
 */
export function estimateMatch(answers: readonly Matched[]): Threshold & { bias: number } {
  const off = answers.map((answer) => Math.abs(answer.off)).sort((a, b) => a - b);
  const signed = answers.map((answer) => answer.off).sort((a, b) => a - b);
  const apart = SURE * Math.sqrt(off.length * SHARE * (1 - SHARE));
  const at = (rank: number): number => off[Math.min(off.length - 1, Math.max(0, Math.ceil(rank) - 1))] ?? 0;
  const middle = (signed.length - 1) / 2;
  return {
    size: at(SHARE * off.length),
    low: at(SHARE * off.length - apart),
    high: at(SHARE * off.length + apart + 1),
    bias: signed.length === 0 ? 0 : (signed[Math.floor(middle)]! + signed[Math.ceil(middle)]!) / 2,
  };
}

/** Works out what came of a drill by its answers. */
export function outcomeOf(drill: Drill, answers: readonly DrillAnswer[]): DrillOutcome {
  const matched = matchedOf(answers);
  if (matched.length > 0) {
    const of = trainedBy(drill, null);
    return { results: [{ of, trials: matched.length, ...estimateMatch(matched), named: null }], guessed: false };
  }
  const chosen = chosenOf(answers);
  const about = new Map<Trained, Chosen[]>();
  for (const answer of chosen) {
    const of = trainedBy(drill, answer);
    about.set(of, [...(about.get(of) ?? []), answer]);
  }
  const results = Array.from(about, ([of, alike]): DrillResult => {
    const seen = alike.filter(({ right, named }) => right && named !== undefined);
    return {
      of,
      trials: alike.length,
      ...estimateThreshold(alike, SIZES[of]!),
      bias: null,
      named: seen.length > 0 ? { right: seen.filter(({ named }) => named === of).length, of: seen.length } : null,
    };
  });
  return { results, guessed: looksGuessed(chosen) };
}
