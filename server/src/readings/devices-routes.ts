import { Router } from 'express';
import { routes } from '#contracts/api';
import { badRequest, parsed } from '../problems';
import type { Devices } from './devices';

/** No more often than an eye can follow. */
const tellEveryMs = 500;
/** Silence and steadiness change without a message, too. */
const stillEveryMs = 2000;

export function devicesRouter(devices: Devices): Router {
  const router = Router();
  router.get('/readings/devices', (_request, response) => void response.json(devices.view()));
  router.get('/readings/devices/:deviceId/history', async (request, response) => {
    const { deviceId } = parsed(routes.deviceHistory.params, request.params);
    const days = Number(parsed(routes.deviceHistory.query, request.query).days ?? 2);
    if (days < 1 || days > 7300) throw badRequest([{ field: 'days', message: 'must be 1 to 7300' }]);
    response.json(await devices.history({ deviceId, days }));
  });
  /** Server-sent events: the same as `/readings/devices`, whenever something was heard. */
  router.get('/readings/live', (request, response) => {
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    // Asked for its head alone: there is nothing to wait for.
    if (request.method === 'HEAD') {
      response.end();
      return;
    }
    let timer: NodeJS.Timeout | null = null;
    const tell = (): void => {
      timer = null;
      response.write(`data: ${JSON.stringify(devices.view())}\n\n`);
    };
    const soon = (): void => void (timer ??= setTimeout(tell, tellEveryMs));
    const stop = devices.onHeard(soon);
    const still = setInterval(soon, stillEveryMs);
    request.on('close', () => {
      stop();
      clearInterval(still);
      if (timer) clearTimeout(timer);
    });
    tell();
  });
  return router;
}
