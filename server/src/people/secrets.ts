import { createHash, randomBytes } from 'node:crypto';

/** What nobody guesses, in letters that an address may have. */
export function newSecret(bytes: number): string {
  return randomBytes(bytes).toString('base64url');
}

/** The SHA-256 of a secret: by it a secret is known again, and not found out. */
export function hashOfSecret(secret: string): string {
  return createHash('sha256').update(secret).digest('hex');
}
