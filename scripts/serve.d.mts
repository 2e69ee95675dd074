import type { ChildProcess } from 'node:child_process';

/** What tests use of the scripts, told to TypeScript. */
export function startServer(options: {
  url: string;
  port: number;
  demo?: boolean;
  logLevel?: string;
  redisUrl?: string;
  say?: (text: string) => void;
}): Promise<{ address: string; child: ChildProcess; stop: () => Promise<void> }>;
