import { connect, createServer } from 'node:net';

/**
 * One address for several copies of a server: each new connection goes to the next of them. Gives its address and a way
 * to stop it.
 */
export function startBalance(addresses) {
  const open = new Set();
  let turn = 0;
  const server = createServer((from) => {
    const { hostname, port } = new URL(addresses[turn++ % addresses.length]);
    const to = connect(Number(port), hostname);
    for (const [one, other] of [
      [from, to],
      [to, from],
    ]) {
      open.add(one);
      one.pipe(other);
      one.on('error', () => other.destroy());
      one.on('close', () => {
        open.delete(one);
        other.destroy();
      });
    }
  });
  return new Promise((resolve) => {
    server.listen(0, '127.0.0.1', () => {
      resolve({
        address: `http://127.0.0.1:${server.address().port}`,
        stop: () => {
          for (const socket of open) socket.destroy();
          return new Promise((done) => server.close(done));
        },
      });
    });
  });
}
