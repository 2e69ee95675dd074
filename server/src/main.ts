import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';
import { createApp } from './app.ts';
import { readConfig } from './config.ts';
import { connectDatabase } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import { loadDemoIntoEmpty } from './demo/load-demo.ts';
import { setUpCode } from './people/first-set-up.ts';
import { shutDown } from './shutdown.ts';

const config = readConfig(process.env);
const sequelize = await connectDatabase(config.DATABASE_URL);
await migrate(sequelize);
if (config.DEMO === 'yes') await loadDemoIntoEmpty(sequelize);

const code = await setUpCode(sequelize);

const app = await createApp(sequelize, config, fileURLToPath(new URL('../../web/dist', import.meta.url)));
const server = app.express.listen(config.PORT, config.HOST, (error) => {
  if (error) {
    console.error(`Could not listen on ${config.HOST}:${config.PORT}: ${error.message}`);
    process.exit(1);
  }
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : config.PORT;
  const at = `http://${config.HOST}:${port}`;
  console.log(`listening on ${at}`);
  if (code) console.log(`Nobody has an account yet. Set it up at ${at}/set-up?code=${code}`);
});

await app.serveSockets(server);

const metrics =
  config.METRICS_PORT === undefined
    ? null
    : createServer((_request, response) => {
        app.metrics().then(
          (text) => response.setHeader('Content-Type', 'text/plain; version=0.0.4').end(text),
          () => response.writeHead(503).end(),
        );
      }).listen(config.METRICS_PORT, config.HOST);

let closing = false;

async function close(): Promise<void> {
  if (closing) return;
  closing = true;
  metrics?.close();
  await shutDown(server, () => app.close());
  await sequelize.close();
  process.exit(0);
}
process.on('SIGINT', () => void close());
process.on('SIGTERM', () => void close());
