import express from 'express';
import type { AddressInfo } from 'node:net';
import { routes } from '#contracts/api';
import { RouteServer } from './route-server';

const server = (): RouteServer =>
  new RouteServer(() => Promise.reject(new Error('nobody asked')), { ask: () => Promise.resolve('') });

describe('the server of routes', () => {
  it('refuses to start where a route of the table is served by nobody, and names it', () => {
    const some = server();
    some.serve(routes.almanac, () => ({}) as never);
    expect(() => some.whole()).toThrowError(/get \/api\/tonight,/);
    expect(() => some.whole()).not.toThrowError(/get \/api\/almanac/);
  });
  it('refuses a route that is served twice', () => {
    const twice = server();
    twice.serve(routes.almanac, () => ({}) as never);
    expect(() => {
      twice.serve(routes.almanac, () => ({}) as never);
    }).toThrowError(/twice/);
  });
  it('reads what is asked by the schemas of the route: params, query and body, each fault at its field', async () => {
    const own = server();
    own.serve(routes.learnt, ({ params }) => ({ asked: params.tankId }) as never);
    own.serve(routes.sourceHistory, ({ query }) => ({ asked: query.days ?? 'all' }) as never);
    own.serve(routes.putPreferences, ({ body }) => body as never);
    const app = express();
    app.use('/api', express.json(), own.router);
    const faults: unknown[] = [];
    app.use(((fault: { errors?: unknown }, _request, response, _next) => {
      faults.push(fault.errors);
      response.status(400).end();
    }) as express.ErrorRequestHandler);
    const listening = app.listen(0, '127.0.0.1');
    try {
      await new Promise((done) => listening.once('listening', done));
      const at = `http://127.0.0.1:${(listening.address() as AddressInfo).port}/api`;
      const id = '0191e809-2880-7258-80c9-974745566b57';
      const asked = async (path: string): Promise<unknown> => {
        const response = await fetch(at + path);
        return response.ok ? ((await response.json()) as { asked: unknown }).asked : response.status;
      };
      expect(await asked(`/water/learnt/${id}`)).toBe(id);
      expect(await asked(`/sources/${id}/history?days=30`)).toBe('30');
      expect(await asked(`/sources/${id}/history`)).toBe('all');
      expect([await asked('/water/learnt/nobody'), await asked(`/sources/${id}/history?days=soon`)]).toEqual([
        400, 400,
      ]);
      const body = await fetch(`${at}/preferences`, {
        method: 'PUT',
        body: '{"lamp":"purple"}',
        headers: { 'Content-Type': 'application/json' },
      });
      expect(body.status).toBe(400);
      expect(faults.length).toBe(3);
    } finally {
      listening.close();
    }
  });
});
