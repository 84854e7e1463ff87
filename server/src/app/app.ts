import { existsSync } from 'node:fs';
import path from 'node:path';
import express, { Router, type Express, type Request, type RequestHandler } from 'express';
import expressStaticGzip from 'express-static-gzip';
import type { Logger } from 'pino';
import { askedHeader, routes } from '#contracts/api';
import { shippedAlmanac } from '#almanac/shelf';
import { houseChange, houseKey, preferences } from '#contracts/tonight';
import { almanacView } from '../almanac';
import { bookRouter, diaryView, type BookDeps, type ParcelRoom, type PhotoRoom } from '../book';
import { answersInMs, stateOf } from '../db';
import { doingView } from '../doing';
import { buildUpView, eveningView, type WaterPlanner } from '../evening';
import { changeHouse, changePreferences, houseView, personAsking, visitMark, visitOf, type Visit } from '../house';
import type { Prospects } from '../judgement';
import { badRequest, notFound, parsed, problemHandler } from '../problems';
import { devicesRouter, type Devices } from '../readings';
import { sourceHistory, sourceList } from '../sources';
import { stockView } from '../stock';
import { careCalendar, careWaterOf } from '../care';
import { gateView } from '../gate';
import { readHandsFound } from '../hands';
import { readTanks } from '../lodgers';
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
  parcels: ParcelRoom;
  planner: WaterPlanner;
  metrics: Metrics;
  houses: HousesDoor;
}

const bodyLimit = '1mb';
const importLimit = '96mb';
const parcelLimit = '300mb';
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
  parcels,
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
    express.raw({ type: 'application/zip', limit: parcelLimit }),
  );
  app.use('/api/photos', guardedWrites(), express.raw({ type: ['image/jpeg', 'image/png'], limit: photoLimit }));
  app.use(
    '/api',
    guardedWrites(),
    express.json({ limit: bodyLimit, strict: true }),
    apiRouter(deps, { version, devices, prospects, photos, parcels, planner, houses }),
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
    parcels,
    planner,
    houses,
  }: Pick<AppOptions, 'version' | 'devices' | 'prospects' | 'photos' | 'parcels' | 'planner' | 'houses'>,
): Router {
  const router = Router();
  const contributors = contributorsOf(deps.db, deps.house);
  const answers = new KnownAnswers(
    () => stateOf(deps.db),
    () => deps.house.clock.nowEpochMs(),
  );
  /** What is the same for visits that are alike as long as nobody writes: made once, and written as text once. */
  const known =
    <T extends { nowAt: string }>(
      make: (request: Request, visit: Visit) => Promise<T>,
      whole?: (answer: T) => boolean,
    ): RequestHandler =>
    async (request, response) => {
      const visit = await visitOf(deps);
      const question = `${visitMark(visit)} ${request.originalUrl}`;
      response.type('json').send(await answers.ask(question, () => make(request, visit), whole));
    };
  /** Made anew each time. */
  const fresh =
    (make: (request: Request, visit: Visit) => Promise<object>): RequestHandler =>
    async (request, response) =>
      void response.json(await make(request, await visitOf(deps)));
  router.use((request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    const asked = request.get(askedHeader);
    if (asked !== undefined && /^[\w-]{1,64}$/.test(asked)) response.setHeader(askedHeader, asked);
    next();
  });
  router.get(
    '/health',
    async (_request, response) =>
      void response.json({ ok: true, version, databaseMs: Math.round(await answersInMs(deps.db)) }),
  );
  router.get('/openapi.json', (_request, response) => void response.json(openApi(version)));
  const view = (): ReturnType<typeof houseView> =>
    houseView({ ...deps, almanacVersion: shippedAlmanac.version, personId: personAsking() });
  router.get('/house', async (_request, response) => void response.json(await view()));
  router.put('/house', async (request, response) => {
    await changeHouse(deps, parsed(houseChange, request.body));
    response.json(await view());
  });
  router.get('/houses', (request, response) => void response.json(houses.view(request)));
  router.post('/houses/:houseKey', (request, response) => {
    houses.open(parsed(houseKey, request.params.houseKey));
    response.json(houses.view(request));
  });
  router.put(
    '/preferences',
    async (request, response) =>
      void response.json(await changePreferences(deps.db, personAsking(), parsed(preferences, request.body))),
  );
  router.get(
    '/tonight',
    known(
      (_request, visit) => tonightSheet({ ...deps, prospects, contributors }, visit),
      ({ foreseen }) => foreseen.readyCount === foreseen.tanksCount,
    ),
  );
  router.get('/tonight.ics', async (_request, response) => {
    const sheet = await tonightSheet({ ...deps, prospects, contributors }, await visitOf(deps));
    response.type('text/calendar').send(calendarText(sheet));
  });
  router.get(
    '/care/water',
    known(async () => {
      const tanks = await readTanks(deps.db, { atEpochMs: deps.house.clock.nowEpochMs() });
      return careWaterOf(deps, { tankIds: tanks.map((t) => t.tankId) });
    }),
  );
  router.get('/gate', async (request, response) => {
    response.json(await gateView(deps, parsed(routes.gate.query, request.query)));
  });
  router.get(
    '/hands/found',
    known(() => readHandsFound(deps)),
  );
  router.get('/care/:entryId.ics', async (request, response) => {
    const { entryId } = parsed(routes.careCalendar.params, request.params);
    const tanks = await readTanks(deps.db, { atEpochMs: deps.house.clock.nowEpochMs() });
    response.type('text/calendar').send(await careCalendar(deps, { entryId, tanks }, await visitOf(deps)));
  });
  router.get(
    '/readings/bench',
    fresh((_request, visit) => benchView({ ...deps, prospects, contributors }, visit)),
  );
  router.get(
    '/sources',
    known(() => sourceList(deps)),
  );
  router.get('/sources/:sourceId/history', async (request, response) => {
    const { sourceId } = parsed(routes.sourceHistory.params, request.params);
    const days = Number(parsed(routes.sourceHistory.query, request.query).days ?? 400);
    response.json(await sourceHistory(deps, { sourceId, days: Math.min(days, 20000) }));
  });
  router.get(
    '/stock',
    fresh((request, visit) => {
      const { tank } = parsed(routes.stock.query, request.query);
      return stockView({ ...deps, prospects, contributors }, { tankId: tank }, visit);
    }),
  );
  router.get(
    '/diary',
    known((request) => diaryView(deps, parsed(routes.diary.query, request.query))),
  );
  router.get('/water/batches', async (request, response) => {
    const days = Number(parsed(routes.batches.query, request.query).days ?? 60);
    response.json(await batchList(deps, { days: Math.min(days, 2000) }));
  });
  router.get(
    '/water/evening',
    async (_request, response) => void response.json(await eveningView({ ...deps, prospects })),
  );
  router.get('/water/fortnight', async (request, response) => {
    const seconds = Number(parsed(routes.fortnight.query, request.query).seconds ?? 8);
    response.json(await planner.fortnight({ ...deps, prospects }, { timeLimitMs: seconds * 1000 }));
  });
  router.get(
    '/water/build-up',
    known(
      () => buildUpView({ ...deps, prospects }),
      ({ tanks }) => tanks.every((t) => t.ready),
    ),
  );
  router.get('/water/doing', async (_request, response) => {
    const ended = await readEndedTanks(deps.db);
    response.json(await doingView(deps, { endedIds: new Set(ended.map((t) => t.tankId)) }));
  });
  router.get(
    '/water/learnt/:tankId',
    async (request, response) =>
      void response.json(await learntView(deps, parsed(routes.learnt.params, request.params))),
  );
  router.get('/almanac', (_request, response) => void response.json(almanacView()));
  router.get('/tanks/ended', async (_request, response) => {
    const tanks = await readEndedTanks(deps.db);
    response.json({
      tanks: tanks.map(({ tankId, name, endedEpochMs }) => ({
        tankId,
        name,
        endedAt: new Date(endedEpochMs).toISOString(),
      })),
    });
  });
  router.get(
    '/tanks/:tankId/folio',
    known((request, visit) => {
      const { tankId } = parsed(routes.folio.params, request.params);
      const days = Number(parsed(routes.folio.query, request.query).days ?? 365);
      if (days < 1 || days > 20000) throw badRequest([{ field: 'days', message: 'must be 1 to 20000' }]);
      return tankFolio({ ...deps, prospects, contributors }, { tankId, days }, visit);
    }),
  );
  router.get(
    '/tanks/:tankId/working/:parameter',
    fresh((request, visit) =>
      verdictWorking({ ...deps, prospects, contributors }, parsed(routes.verdictWorking.params, request.params), visit),
    ),
  );
  router.use(devicesRouter(devices));
  router.use(bookRouter(deps, { photos, parcels, known }));
  router.use((_request, _response, next) => {
    next(notFound('address', 'path'));
  });
  return router;
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
