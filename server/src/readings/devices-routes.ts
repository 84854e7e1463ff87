import { routes } from '#contracts/api';
import type { RouteServer } from '../house';
import { badRequest } from '../problems';
import type { Devices } from './devices';

/** No more often than an eye can follow. */
const tellEveryMs = 500;
/** Silence and steadiness change without a message, too. */
const stillEveryMs = 2000;

/** The routes of what devices on the wire say. */
export function serveDevices(server: RouteServer, devices: Devices): void {
  server.serve(routes.devices, () => devices.view());
  server.serve(routes.deviceHistory, ({ params: { deviceId }, query }) => {
    const days = Number(query.days ?? 2);
    if (days < 1 || days > 7300) throw badRequest([{ field: 'days', message: 'must be 1 to 7300' }]);
    return devices.history({ deviceId, days });
  });
  // Server-sent events: the same as `devices`, whenever something was heard.
  server.answer(routes.live, (_asked, request, response) => {
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
}
