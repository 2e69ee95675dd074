import type { Severity } from './schema.ts';

/** `slight`, `clear`, `strong` from one, two and four times the tolerance; null while within it. */
export function severityOf(error: number, tolerance: number): Severity | null {
  if (error === 0) return null;
  const times = Math.abs(error) / tolerance;
  if (times <= 1 + 1e-9) return null;
  return times >= 4 ? 'strong' : times >= 2 ? 'clear' : 'slight';
}
