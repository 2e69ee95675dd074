import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { setTimeout as delay } from 'node:timers/promises';
import { expect, test, vi } from 'vitest';
import { shutDown } from '../src/shutdown.ts';

/** One that answers late; `underWay` comes back once so many requests are. */
async function slowServer(
  answerMs: number,
): Promise<{ server: Server; address: string; underWay: (count: number) => Promise<void> }> {
  let taken = 0;
  const server = createServer((_request, response) => {
    taken++;
    void delay(answerMs).then(() => response.end('done'));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const underWay = async (count: number): Promise<void> => {
    await vi.waitUntil(() => taken >= count, { timeout: 10_000 });
  };
  return { server, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, underWay };
}

test('of thirty requests under way none is cut off when the server is told to end; no further is taken', async () => {
  const { server, address, underWay } = await slowServer(300);
  const answers = Array.from({ length: 30 }, () => fetch(address).then((answer) => answer.text()));
  await underWay(answers.length);
  let restEnded = false;
  const ended = shutDown(server, async () => {
    await delay(20);
    restEnded = true;
  });
  await expect(fetch(address)).rejects.toThrow();
  expect(await Promise.all(answers)).toEqual(Array.from({ length: 30 }, () => 'done'));
  await ended;
  expect(restEnded).toBe(true);
});

test('one that never ends is cut off after a while', async () => {
  const { server, address, underWay } = await slowServer(60_000);
  const hanging = fetch(address).catch(() => 'cut off');
  await underWay(1);
  await shutDown(server, () => Promise.resolve(), 200);
  expect(await hanging).toBe('cut off');
});
