import type { RequestHandler } from 'express';
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';

/** What an operator watches, in the common text format: requests, the database's connections, forecasts, the process. */
export class Metrics {
  private readonly registry = new Registry();
  private readonly seconds = new Histogram({
    name: 'night_ledger_request_seconds',
    help: 'Time to answer, by method, route and class of status',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5],
    registers: [this.registry],
  });
  private readonly written = new Counter({
    name: 'night_ledger_writes_total',
    help: 'Requests that wrote entries and were acknowledged',
    registers: [this.registry],
  });

  /** Memory, processor and event loop of this process. */
  watchProcess(): void {
    collectDefaultMetrics({ register: this.registry, prefix: 'night_ledger_' });
  }
  /** A figure that is read when it is asked for. */
  gauge(name: string, help: string, read: () => number): void {
    new Gauge({
      name: `night_ledger_${name}`,
      help,
      registers: [this.registry],
      collect() {
        this.set(read());
      },
    });
  }
  /** Counts every answer of the API, by the route that gave it and never by what was asked in it. */
  readonly counted: RequestHandler = (request, response, next) => {
    const began = performance.now();
    response.on('finish', () => {
      const route = request.route as { path?: unknown } | undefined;
      const status = `${Math.floor(response.statusCode / 100)}xx`;
      const labels = { method: request.method, route: typeof route?.path === 'string' ? route.path : 'none', status };
      this.seconds.observe(labels, (performance.now() - began) / 1000);
      if (request.method === 'POST' && labels.route === '/entries' && status === '2xx') this.written.inc();
    });
    next();
  };
  readonly told: RequestHandler = async (_request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.type(this.registry.contentType).send(await this.registry.metrics());
  };
}
