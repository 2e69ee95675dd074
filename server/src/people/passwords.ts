import { hash, verify } from '@node-rs/argon2';

/** Argon2id with 19 MiB, two passes, one lane: the OWASP Password Storage Cheat Sheet's minimum. Argon2id is the package's default algorithm. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export function hashPassword(password: string): Promise<string> {
  return hash(password, COST);
}

export function verifyPassword(passwordHash: string, password: string): Promise<boolean> {
  return verify(passwordHash, password);
}
