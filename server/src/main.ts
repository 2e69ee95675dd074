import { fileURLToPath } from 'node:url';
import { createApp } from './app.ts';
import { readConfig } from './config.ts';
import { connectDatabase } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import { loadDemoIntoEmpty } from './demo/load-demo.ts';
import { shutDown } from './shutdown.ts';

const config = readConfig(process.env);
const sequelize = await connectDatabase(config.DATABASE_URL);
await migrate(sequelize);
if (config.DEMO === 'yes') await loadDemoIntoEmpty(sequelize);

const app = await createApp(sequelize, config, fileURLToPath(new URL('../../web/dist', import.meta.url)));
const server = app.express.listen(config.PORT, config.HOST, (error) => {
  if (error) {
    console.error(`Could not listen on ${config.HOST}:${config.PORT}: ${error.message}`);
    process.exit(1);
  }
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : config.PORT;
  console.log(`listening on http://${config.HOST}:${port}`);
});

await app.serveSockets(server);

let closing = false;

async function close(): Promise<void> {
  if (closing) return;
  closing = true;
  await shutDown(server, () => app.close());
  await sequelize.close();
  process.exit(0);
}
process.on('SIGINT', () => void close());
process.on('SIGTERM', () => void close());
