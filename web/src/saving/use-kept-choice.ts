import { useRef, useState } from 'react';
import { explain } from '../server-data/index.ts';
import { sayProblem } from '../ui/index.ts';
import { useInTurn } from './use-in-turn.ts';

export interface KeptChoice<T> {
  choice: T;
  /** Whether it is kept; empty while nothing was changed. */
  status: '' | 'Saving …' | 'Saved' | 'Not saved';
  change: (next: (choice: T) => T) => void;
}

/**
 * A small choice that shows at once and is written as it is made, one write after another: of two changes the later one
 * stays. What cannot be written is said and taken back.
 */
export function useKeptChoice<T>(kept: T, write: (choice: T) => Promise<{ error?: unknown }>): KeptChoice<T> {
  const [choice, setChoice] = useState(kept);
  const [status, setStatus] = useState<KeptChoice<T>['status']>('');
  const [latest, written] = [useRef(kept), useRef(kept)];
  const inTurn = useInTurn();
  const keep = async (): Promise<void> => {
    const sent = latest.current;
    if (sent === written.current) return;
    const { error } = await write(sent);
    if (!error) written.current = sent;
    // What was changed meanwhile is written next.
    if (latest.current !== sent) return;
    setStatus(error ? 'Not saved' : 'Saved');
    if (!error) return;
    latest.current = written.current;
    setChoice(written.current);
    sayProblem(explain(error));
  };
  return {
    choice,
    status,
    change: (next) => {
      latest.current = next(latest.current);
      setChoice(latest.current);
      setStatus('Saving …');
      void inTurn(keep);
    },
  };
}
