import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { setTimeout as delay } from 'node:timers/promises';
import { expect, test } from 'vitest';
import { shutDown } from '../src/shutdown.ts';

async function slowServer(answerMs: number): Promise<{ server: Server; address: string }> {
  const server = createServer((_request, response) => void delay(answerMs).then(() => response.end('done')));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { server, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}` };
}

test('of thirty requests under way none is cut off when the server is told to end; no further is taken', async () => {
  const { server, address } = await slowServer(300);
  const underWay = Array.from({ length: 30 }, () => fetch(address).then((answer) => answer.text()));
  await delay(100);
  let restEnded = false;
  const ended = shutDown(server, async () => {
    await delay(20);
    restEnded = true;
  });
  await delay(10);
  await expect(fetch(address)).rejects.toThrow();
  expect(await Promise.all(underWay)).toEqual(Array.from({ length: 30 }, () => 'done'));
  await ended;
  expect(restEnded).toBe(true);
});

test('one that never ends is cut off after a while', async () => {
  const { server, address } = await slowServer(60_000);
  const hanging = fetch(address).catch(() => 'cut off');
  await delay(100);
  await shutDown(server, () => Promise.resolve(), 200);
  expect(await hanging).toBe('cut off');
});
