import type { ChildProcess } from 'node:child_process';

/** What tests use of the scripts, told to TypeScript. */
export interface StartedDatabase {
  url: string;
  port: number;
  child: ChildProcess;
  stop: () => Promise<void>;
}
export function temporaryFolder(): string;
export function startDatabase(folder: string, options?: { fresh?: boolean; port?: number }): Promise<StartedDatabase>;
export function keepDatabase(
  folder: string,
  started: StartedDatabase,
  options: { say?: (text: string) => void; onGone: () => void },
): { stop: () => Promise<void> };
