import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { startBalance } from './balance.mjs';
import { freePort, startDatabase, temporaryFolder } from './database.mjs';
import { ensureBuilt, ROOT, runTool } from './prepare.mjs';
import { startRedis } from './redis.mjs';
import { startServer } from './serve.mjs';
import { endUnderWay, whenOrphaned } from './shell.mjs';

/** Databases and applications that live as long as one script run. */
const started = [];
let stopping;

/** Stops what was started, once, last first; also when the script is interrupted. */
export function stopAll() {
  stopping ??= (async () => {
    for (const stop of started.reverse()) await stop();
  })();
  return stopping;
}
const abandon = () =>
  void endUnderWay()
    .then(stopAll)
    .then(() => process.exit(130));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, abandon);
if (process.env.npm_lifecycle_event) whenOrphaned(abandon);

/** A MariaDB with an empty database of its own. */
export async function throwawayDatabase() {
  const folder = temporaryFolder();
  started.push(() => rmSync(folder, { recursive: true, force: true }));
  const database = await startDatabase(folder);
  started.push(database.stop);
  return database;
}

/** A Redis, for copies of the server to tell each other. */
export async function throwawayRedis() {
  const redis = await startRedis();
  started.push(redis.stop);
  return redis;
}

/**
 * A fresh application with the demo course on a database of its own; as several copies behind one address if that is
 * asked for.
 */
export async function throwawayApplication({ copies = 1 } = {}) {
  const { url } = await throwawayDatabase();
  const redisUrl = copies > 1 ? (await throwawayRedis()).url : undefined;
  const addresses = [];
  for (let copy = 0; copy < copies; copy++) {
    // Chosen beforehand: messages have links to it.
    const server = await startServer({ url, port: await freePort(), logLevel: 'error', redisUrl });
    started.push(server.stop);
    addresses.push(server.address);
  }
  if (copies === 1) return addresses[0];
  const balance = await startBalance(addresses);
  started.push(balance.stop);
  return balance.address;
}

/**
 * Runs one of the browser projects (`journeys`, `pictures`) against fresh applications with the demo course. With
 * `shards` above 1 the tests are shared out, each share against an application of its own: journeys mostly wait for the
 * screen, so that two shares take little more than half the time on two cores. The last share's application is two
 * copies behind one address: what people do must not tell them apart.
 */
export async function runInBrowser(project, args = [], shards = 1) {
  await ensureBuilt();
  const addresses = [];
  for (let shard = 0; shard < shards; shard++)
    addresses.push(await throwawayApplication({ copies: shards > 1 && shard === shards - 1 ? 2 : 1 }));
  const outputs = addresses.map((_, i) => `${ROOT}/test-results/${project}-${i + 1}`);
  console.log(`\n— ${project} in headless Chromium`);
  const ended = await Promise.allSettled(
    addresses.map((address, i) =>
      runTool(
        'playwright',
        [
          'test',
          '--config',
          'e2e/playwright.config.ts',
          `--project=${project}`,
          `--output=${outputs[i]}`,
          ...(shards > 1 ? [`--shard=${i + 1}/${shards}`] : []),
          ...args,
        ],
        { UNDULAN_ADDRESS: address },
      ),
    ),
  );
  const failed = ended.find(({ status }) => status === 'rejected');
  if (!failed) return;
  sayWhatWasSeen(outputs);
  throw failed.reason;
}

/** Long enough for a dialog, which comes last, behind a page of rows. */
const SEEN_LINES = 150;

/** Of each test that failed, what stood on the screen: where nobody watches, pictures stay where they are taken. */
function sayWhatWasSeen(outputs) {
  const written = outputs
    .filter((output) => existsSync(output))
    .flatMap((output) => readdirSync(output, { recursive: true }).map((file) => `${output}/${file}`));
  for (const file of written.filter((path) => path.endsWith('/error-context.md'))) {
    const [, seen = ''] = /^```yaml\n(.*?)^```/ms.exec(readFileSync(file, 'utf8')) ?? [];
    const lines = seen.split('\n');
    console.log(`\n— seen as ${file.split('/').at(-2)} failed\n${lines.slice(-SEEN_LINES).join('\n')}`);
  }
}
