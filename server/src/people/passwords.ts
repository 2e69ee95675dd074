import { hash, verify } from '@node-rs/argon2';
import pLimit, { type LimitFunction } from 'p-limit';
import { ProblemError } from '../http/problem-error.ts';

/**
 * Argon2id with 19 MiB, two passes, one lane: the OWASP Password Storage Cheat Sheet's minimum. Argon2id is the
 * package's default algorithm.
 */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/**
 * Hashing fills a processor: one at a time leaves the others to everything else; of a longer queue the rest is refused
 * rather than kept waiting.
 */
const atOnce: LimitFunction = pLimit(1);
const MOST_WAITING = 100;

function queued<T>(work: () => Promise<T>): Promise<T> {
  if (atOnce.pendingCount >= MOST_WAITING)
    throw new ProblemError('unavailable', 'Too many people sign in just now. Try again in a moment.');
  return atOnce(work);
}

export async function hashPassword(password: string): Promise<string> {
  return queued(() => hash(password, COST));
}

export async function verifyPassword(passwordHash: string, password: string): Promise<boolean> {
  return queued(() => verify(passwordHash, password));
}
