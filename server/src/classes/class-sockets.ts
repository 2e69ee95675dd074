import type { IncomingMessage, Server as HttpServer } from 'node:http';
import { createAdapter } from '@socket.io/redis-adapter';
import type { ClassEvents } from '@undulan/contract';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { createClient } from 'redis';
import { type DefaultEventsMap, Server } from 'socket.io';
import { isOwnOrigin } from '../http/security.ts';
import { ClassRooms, type Who } from './class-rooms.ts';

const PATH = '/api/live';
/** A board with six drawn moves takes a tenth of it. */
const MOST_BYTES = 4_000_000;
export interface ClassSockets {
  close: () => Promise<void>;
}

interface SocketSetup {
  http: HttpServer;
  sessions: readonly RequestHandler[];
  logger: Logger;
  /** Where the copies of the server tell each other; null for a single one. */
  redisUrl: string | null;
  /** Proxies of our own stand before the server. */
  trustsProxies: boolean;
}

/** The address a request was made to; where proxies of our own stand before the server, as they say. */
function hostOf({ headers }: IncomingMessage, trustsProxies: boolean): string | undefined {
  const said = trustsProxies ? headers['x-forwarded-host'] : undefined;
  return (Array.isArray(said) ? said[0] : said)?.split(',')[0]?.trim() ?? headers.host;
}

/** Sessions of classes over WebSocket, beside the API and by its rules. */
export async function serveClasses({
  http,
  sessions,
  logger,
  redisUrl,
  trustsProxies,
}: SocketSetup): Promise<ClassSockets> {
  const io = new Server<DefaultEventsMap, ClassEvents, DefaultEventsMap, Who>(http, {
    path: PATH,
    serveClient: false,
    transports: ['websocket'],
    maxHttpBufferSize: MOST_BYTES,
    // Only pages of our own: a browser says which one it is, and would send its cookie along.
    allowRequest: (request, decide) =>
      decide(null, isOwnOrigin(request.headers.origin, hostOf(request, trustsProxies))),
  });
  const clients = redisUrl === null ? [] : [createClient({ url: redisUrl }), createClient({ url: redisUrl })];
  for (const client of clients) {
    client.on('error', (error) => logger.error({ err: error as Error }, 'the copies cannot tell each other'));
    await client.connect();
  }
  if (clients.length > 0) io.adapter(createAdapter(clients[0], clients[1]));
  for (const handler of sessions) io.engine.use(handler);
  io.use((socket, next) => {
    const { personId } = (socket.request as IncomingMessage & { session: { personId?: string } }).session;
    if (!personId) {
      next(new Error('not-signed-in'));
      return;
    }
    socket.data.personId = personId;
    next();
  });
  const classes = new ClassRooms(io, logger);
  io.on('connection', (socket) => classes.welcome(socket));
  return {
    close: async () => {
      await classes.close();
      io.disconnectSockets(true);
      io.engine.close();
      for (const client of clients) await client.close();
    },
  };
}
