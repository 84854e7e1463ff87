import { existsSync } from 'node:fs';
import path from 'node:path';
import express, { type Express, type Router } from 'express';
import expressStaticGzip from 'express-static-gzip';
import type { Logger } from 'pino';
import { askedHeader, routes } from '#contracts/api';
import { shippedAlmanac } from '#almanac/shelf';
import { almanacView } from '../almanac';
import { serveBook, diaryView, type BookDeps, type UploadReader, type PhotoRoom } from '../book';
import { answersInMs, stateOf } from '../db';
import { doingView } from '../doing';
import { buildUpView, eveningView, type WaterPlanner } from '../evening';
import { changeHouse, changePreferences, houseView, personAsking, RouteServer, visitOf } from '../house';
import type { Prospects } from '../judgement';
import { badRequest, notFound, problemHandler } from '../problems';
import { serveDevices, type Devices } from '../readings';
import { sourceHistory, sourceList } from '../sources';
import { stockView } from '../stock';
import { careCalendar, careWaterOf } from '../care';
import { gateView } from '../gate';
import { readHandsFound } from '../hands';
import { readTanks } from '../residents';
import { readEndedTanks } from '../tanks';
import { benchView, calendarText, tankFolio, tonightSheet, verdictWorking } from '../tonight';
import { batchList, learntView } from '../water';
import type { HousesDoor } from './houses';
import { contributorsOf } from './contributors';
import { openApi } from './openapi';
import { KnownAnswers } from './known-answers';
import type { Metrics } from './metrics';
import { guardedWrites, knownHostsOnly, securityHeaders } from './security';

export interface AppOptions {
  deps: BookDeps;
  logger: Logger;
  version: string;
  /** Host headers this server answers to, with their ports. */
  hosts: ReadonlySet<string>;
  webRoot?: string;
  /** What devices on the wire say. */
  devices: Devices;
  prospects: Prospects;
  photos: PhotoRoom;
  uploads: UploadReader;
  planner: WaterPlanner;
  metrics: Metrics;
  houses: HousesDoor;
}

const bodyLimit = '1mb';
const importLimit = '96mb';
const uploadLimit = '300mb';
const photoLimit = '16mb';

export function createApp({
  deps,
  logger,
  version,
  hosts,
  webRoot,
  devices,
  prospects,
  photos,
  uploads,
  planner,
  metrics,
  houses,
}: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  // Nothing of the API is stored, so nothing is compared; files have their own.
  app.disable('etag');
  app.use(knownHostsOnly(hosts), securityHeaders());
  app.get('/metrics', metrics.told);
  app.use('/api', metrics.counted);
  // A book of ten years is tens of megabytes; what is larger once unpacked is refused before it is read on.
  app.use(
    '/api/book/import',
    guardedWrites(),
    express.raw({ type: 'application/json', limit: importLimit }),
    express.raw({ type: 'application/zip', limit: uploadLimit }),
  );
  app.use('/api/photos', guardedWrites(), express.raw({ type: ['image/jpeg', 'image/png'], limit: photoLimit }));
  app.use(
    '/api',
    guardedWrites(),
    express.json({ limit: bodyLimit, strict: true }),
    apiRouter(deps, { version, devices, prospects, photos, uploads, planner, houses }),
  );
  if (webRoot !== undefined && existsSync(webRoot)) servePages(app, webRoot);
  app.use((_request, _response, next) => {
    next(notFound('page', 'path'));
  });
  app.use(problemHandler(logger, async () => (await visitOf(deps)).speech));
  return app;
}

function apiRouter(
  deps: BookDeps,
  {
    version,
    devices,
    prospects,
    photos,
    uploads,
    planner,
    houses,
  }: Pick<AppOptions, 'version' | 'devices' | 'prospects' | 'photos' | 'uploads' | 'planner' | 'houses'>,
): Router {
  const contributors = contributorsOf(deps.db, deps.house);
  const answers = new KnownAnswers(
    () => stateOf(deps.db),
    () => deps.house.clock.nowEpochMs(),
  );
  const server = new RouteServer(() => visitOf(deps), answers);
  const { router } = server;
  router.use((request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    const asked = request.get(askedHeader);
    if (asked !== undefined && /^[\w-]{1,64}$/.test(asked)) response.setHeader(askedHeader, asked);
    next();
  });
  const nowEpochMs = (): number => deps.house.clock.nowEpochMs();
  server.serve(routes.health, async () => ({
    ok: true as const,
    version,
    databaseMs: Math.round(await answersInMs(deps.db)),
  }));
  server.serve(routes.openApi, () => ({ ...openApi(version) }));
  const view = (): ReturnType<typeof houseView> =>
    houseView({ ...deps, almanacVersion: shippedAlmanac.version, personId: personAsking() });
  server.serve(routes.house, view);
  server.serve(routes.putHouse, async ({ body }) => {
    await changeHouse(deps, body);
    return view();
  });
  server.answer(routes.houses, (_asked, request, response) => void response.json(houses.view(request)));
  server.answer(routes.openHouse, ({ params }, request, response) => {
    houses.open(params.houseKey);
    response.json(houses.view(request));
  });
  server.serve(routes.putPreferences, ({ body }) => changePreferences(deps.db, personAsking(), body));
  server.serveKept(
    routes.tonight,
    (_asked, visit) => tonightSheet({ ...deps, prospects, contributors }, visit),
    ({ foreseen }) => foreseen.readyCount === foreseen.tanksCount,
  );
  server.answer(routes.calendar, async ({ visit }, _request, response) => {
    const sheet = await tonightSheet({ ...deps, prospects, contributors }, await visit());
    response.type('text/calendar').send(calendarText(sheet));
  });
  server.serveKept(routes.careWater, async () => {
    const tanks = await readTanks(deps.db, { atEpochMs: nowEpochMs() });
    return careWaterOf(deps, { tankIds: tanks.map((t) => t.tankId) });
  });
  server.serve(routes.gate, ({ query }) => gateView(deps, query));
  server.serveKept(routes.handsFound, () => readHandsFound(deps));
  server.answer(routes.careCalendar, async ({ params: { entryId }, visit }, _request, response) => {
    const tanks = await readTanks(deps.db, { atEpochMs: nowEpochMs() });
    response.type('text/calendar').send(await careCalendar(deps, { entryId, tanks }, await visit()));
  });
  server.serve(routes.bench, async ({ visit }) => benchView({ ...deps, prospects, contributors }, await visit()));
  server.serveKept(routes.sources, () => sourceList(deps));
  server.serve(routes.sourceHistory, ({ params: { sourceId }, query: { days } }) =>
    sourceHistory(deps, { sourceId, days: Math.min(Number(days ?? 400), 20000) }),
  );
  server.serve(routes.stock, async ({ query, visit }) =>
    stockView({ ...deps, prospects, contributors }, { tankId: query.tank }, await visit()),
  );
  server.serveKept(routes.diary, ({ query }) => diaryView(deps, query));
  server.serve(routes.batches, ({ query: { days } }) => batchList(deps, { days: Math.min(Number(days ?? 60), 2000) }));
  server.serve(routes.evening, () => eveningView({ ...deps, prospects }));
  server.serve(routes.fortnight, ({ query: { seconds } }) =>
    planner.fortnight({ ...deps, prospects }, { timeLimitMs: Number(seconds ?? 8) * 1000 }),
  );
  server.serveKept(
    routes.buildUp,
    () => buildUpView({ ...deps, prospects }),
    ({ tanks }) => tanks.every((t) => t.ready),
  );
  server.serve(routes.doing, async () => {
    const ended = await readEndedTanks(deps.db);
    return doingView(deps, { endedIds: new Set(ended.map((t) => t.tankId)) });
  });
  server.serve(routes.learnt, ({ params }) => learntView(deps, params));
  server.serve(routes.almanac, () => almanacView());
  server.serve(routes.endedTanks, async () => {
    const tanks = await readEndedTanks(deps.db);
    return {
      tanks: tanks.map(({ tankId, name, endedEpochMs }) => ({
        tankId,
        name,
        endedAt: new Date(endedEpochMs).toISOString(),
      })),
    };
  });
  server.serveKept(routes.folio, ({ params: { tankId }, query }, visit) => {
    const days = Number(query.days ?? 365);
    if (days < 1 || days > 20000) throw badRequest([{ field: 'days', message: 'must be 1 to 20000' }]);
    return tankFolio({ ...deps, prospects, contributors }, { tankId, days }, visit);
  });
  server.serve(routes.verdictWorking, async ({ params, visit }) =>
    verdictWorking({ ...deps, prospects, contributors }, params, await visit()),
  );
  serveDevices(server, devices);
  serveBook(server, deps, { photos, uploads });
  const whole = server.whole();
  whole.use((_request, _response, next) => {
    next(notFound('address', 'path'));
  });
  return whole;
}

/** Files named by their hash are cached for good; the page itself never. Brotli and gzip were made by the build. */
function servePages(app: Express, webRoot: string): void {
  app.use(
    expressStaticGzip(webRoot, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: {
        index: false,
        setHeaders: (response, file) =>
          void response.setHeader(
            'Cache-Control',
            /-[A-Z0-9]{8}\.\w+/.test(path.basename(file)) ? 'public, max-age=31536000, immutable' : 'no-cache',
          ),
      },
    }),
  );
  app.get('/{*path}', (request, response, next) => {
    if (!request.accepts('html') || path.extname(request.path) !== '') {
      next();
      return;
    }
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(path.join(webRoot, 'index.html'));
  });
}
