import type { RequestHandler } from 'express';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { MessageModel } from '../mail/message.model.ts';
import { ReadingModel } from '../readings/reading.model.ts';

export interface Metrics {
  /** Counts requests by route, method and status: no address that names anything of a person's. */
  middleware: RequestHandler;
  /** All of it in Prometheus' text format. */
  text: () => Promise<string>;
}

/** What this copy of the server does, and what waits for any of them. */
export function createMetrics(): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const requests = new Histogram({
    name: 'undulan_request_seconds',
    help: 'Requests by route, method and status, in seconds',
    labelNames: ['route', 'method', 'status'],
    buckets: [0.005, 0.02, 0.05, 0.1, 0.3, 1, 3, 10],
    registers: [registry],
  });
  new Gauge({
    name: 'undulan_readings',
    help: 'Readings by state: waiting, under-way, not-read',
    labelNames: ['state'],
    registers: [registry],
    async collect() {
      for (const state of ['waiting', 'under-way', 'not-read'] as const)
        this.set({ state }, await ReadingModel.count({ where: { state } }));
    },
  });
  new Gauge({
    name: 'undulan_messages_waiting',
    help: 'Messages that have not gone',
    registers: [registry],
    async collect() {
      this.set(await MessageModel.count({ where: { sentAt: null } }));
    },
  });
  return {
    middleware: (request, response, next) => {
      const end = requests.startTimer();
      response.on('finish', () => {
        const route = (request.route as { path?: unknown } | undefined)?.path;
        end({
          route: typeof route === 'string' ? request.baseUrl + route : 'none',
          method: request.method,
          status: response.statusCode,
        });
      });
      next();
    },
    text: () => registry.metrics(),
  };
}
