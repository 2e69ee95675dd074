/** What is wrong with one part of what a person gave: a stable code, where it is, and a sentence for them. */
export interface Issue {
  code: string;
  path: (string | number)[];
  message: string;
}

/** The outcome of reading a person's data: never thrown, always explained. */
export type Result<T> = { ok: true; value: T } | { ok: false; issues: Issue[] };

export function accept<T>(value: T): Result<T> {
  return { ok: true, value };
}

export function refuse<T>(code: string, path: Issue['path'], message: string): Result<T> {
  return { ok: false, issues: [{ code, path, message }] };
}

/** What is wrong, in words; null where nothing is. */
export function problemOf(result: Result<unknown>): string | null {
  return result.ok ? null : (result.issues[0]?.message ?? '');
}

/** `"soon" is not a time. `: what was typed and what is said of it; nothing where nothing was typed. */
export function quoted(typed: string, says: string): string {
  return typed.trim() === '' ? '' : `"${typed.trim()}" ${says}`;
}
