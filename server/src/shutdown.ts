import type { Server } from 'node:http';

/** How long requests under way may take to end before they are cut off. */
const PATIENCE_MS = 10_000;

/**
 * Stops taking requests, lets those under way end, ends meanwhile what goes on beside them, and comes back when all is
 * over.
 */
export async function shutDown(
  server: Server,
  endTheRest: () => Promise<void>,
  patienceMs = PATIENCE_MS,
): Promise<void> {
  const force = setTimeout(() => server.closeAllConnections(), patienceMs);
  const ended = new Promise((resolve) => server.close(resolve));
  server.closeIdleConnections();
  await endTheRest();
  await ended;
  clearTimeout(force);
}
