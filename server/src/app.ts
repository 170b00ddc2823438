import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { contract, type BodyOf, type Route } from '@ember-slate/contract';
import { openApi } from '@ember-slate/contract/openapi';
import express, { type Express, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { Pool } from 'mysql2/promise';
import { bench, benchDocuments } from './bench/routes.ts';
import {
  buying,
  buyingDocuments,
  close,
  closeDocuments,
  costs,
  reportDocuments,
  reports,
  yields,
} from './close/routes.ts';
import { cold } from './cold/routes.ts';
import { Logs } from './cold/logs.ts';
import { counter, counterDocuments, trim } from './counter/routes.ts';
import { ProbeAdapter } from './devices/probe.ts';
import type { ScaleAdapter } from './devices/scale.ts';
import { forms } from './forms/routes.ts';
import { grading } from './grading/routes.ts';
import { PrinterAdapter } from './devices/printer.ts';
import { labelPrinting } from './labels/service.ts';
import { lotLabelPrinting } from './landing/labels.ts';
import { landing, landingDocuments } from './landing/routes.ts';
import { addPhoto, encodePhoto } from './landing/photos.ts';
import { orderDocuments, orders } from './orders/routes.ts';
import { people } from './people/routes.ts';
import { shopFace } from './people/service.ts';
import { Planner } from './plan/planner.ts';
import { plan } from './plan/routes.ts';
import { planBeginning } from './plan/runs.ts';
import { isLoopback, type DeviceState, type DeviceStates } from './platform/config.ts';
import { idOf } from './platform/handlers.ts';
import { patienceMs, reading, rows, transaction, type Tx } from './platform/db.ts';
import { FeedReader } from './platform/feed.ts';
import {
  actorOfRequest,
  jsonBody,
  pictureBody,
  receiveFile,
  serveFile,
  problemHandler,
  serve,
  tokenOf,
  withActor,
  type Platform,
} from './platform/http.ts';
import { Jobs } from './platform/jobs.ts';
import { jobRoom } from './shop/jobs.ts';
import { proveLedger } from './platform/ledger.ts';
import { ownSiteOnly, strictTransport } from './platform/guard.ts';
import { requestLog } from './platform/log.ts';
import { problems } from './platform/problem.ts';
import { actorOf, cookieName, endSession, signIn } from './platform/sessions.ts';
import { tide } from './shop/tide.ts';
import { safety } from './safety/routes.ts';
import { species } from './species/routes.ts';

export interface AppOptions {
  pool: Pool;
  scale: ScaleAdapter;
  printer?: PrinterAdapter;
  probe?: ProbeAdapter;
  planner?: Planner;
  host: string;
  webRoot: string | null;
  checkAnswers: boolean;
  trustProxy?: string | null;
  hosts?: readonly string[];
  devices?: DeviceStates;
  clock?: () => Date;
  /** Says when the process is to end: streams end then. */
  closing?: AbortSignal;
}

/** Content security: everything from this origin, nothing inline, nothing framed. */
const security = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'"],
      fontSrc: ["'self'"],
      imgSrc: ["'self'"],
      connectSrc: ["'self'"],
      manifestSrc: ["'self'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  // Only behind TLS: `strictTransport`.
  strictTransportSecurity: false,
  referrerPolicy: { policy: 'no-referrer' },
});

/** `trust proxy` as the environment says it: a number of hops, or addresses and networks. */
const trusted = (text: string) => (/^\d+$/.test(text) ? Number(text) : text);

/** Reads outside a route, as patient as those within. */
const withRecords = <T>(platform: Platform, work: (tx: Tx) => Promise<T>): Promise<T> =>
  reading(platform.pool, work, patienceMs);

const noDevices: DeviceStates = { scale: 'none', sensors: 'none', printer: 'none', probe: 'none' };

/** Refuses to play with a device that is real, or is not there. */
function onlySimulated(state: DeviceState): void {
  if (state !== 'simulated') throw problems.conflict('That is for a simulated device: there is none here');
}

const roomsOf = (planner: Planner) => ({
  landing,
  grading,
  orders,
  plan: plan(planner),
  bench,
  counter,
  close,
  cold,
  species,
  forms,
  trim,
  yields,
  costs,
  buying,
  reports,
  jobs: jobRoom,
  safety,
  people,
});

/** Mounts one route; the path and the method are the contract's. */
function mount(app: Express, route: Route, handler: express.RequestHandler) {
  app[route.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete'](route.path, handler);
}

/**
 * Whether sample PINs, which are printed in the open, may be used: the server listens on this machine only, and the
 * request was not handed on by a proxy for somebody else.
 */
const onThisMachine = (request: Request, host: string): boolean =>
  isLoopback(host) &&
  !['X-Forwarded-For', 'X-Forwarded-Host', 'Forwarded', 'Via'].some((h) => request.get(h));

/** Whether this process lives, and whether it can serve: for balancers and whatever restarts it. No records in them. */
function mountHealth(app: Express, pool: Pool) {
  app.get('/healthz', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ alive: true });
  });
  app.get('/readyz', async (_request, response) => {
    const ready = await reading(pool, (tx) => rows(tx, 'SELECT 1 FROM setting LIMIT 1'), 2000).then(
      () => true,
      () => false,
    );
    response
      .set('Cache-Control', 'no-store')
      .status(ready ? 200 : 503)
      .json({ ready });
  });
}

function mountSession(app: Express, platform: Platform, host: string, devices: DeviceStates) {
  mount(app, contract.session.shop, async (request, response) => {
    response
      .set('Cache-Control', 'no-store')
      .json(
        await withRecords(platform, async (tx) =>
          shopFace(tx, await actorOfRequest(platform, request), devices),
        ),
      );
  });
  mount(app, contract.session.signIn, async (request, response) => {
    const body = contract.session.signIn.body.safeParse(request.body);
    if (!body.success) throw problems.badInput('Choose your name and give your PIN');
    const asked = {
      ...body.data,
      address: request.ip ?? '',
      oldToken: tokenOf(request),
      allowDemoPins: onThisMachine(request, host),
    };
    const result = await transaction(platform.pool, (tx) => signIn(tx, asked, platform.clock()), patienceMs);
    if ('refused' in result) throw result.refused;
    response
      .cookie(cookieName, result.token, {
        httpOnly: true,
        sameSite: 'strict',
        secure: request.secure,
        path: '/',
      })
      .json(result.actor);
  });
  mount(app, contract.session.signOut, async (request, response) => {
    const token = tokenOf(request);
    if (token) await withRecords(platform, (tx) => endSession(tx, token));
    response.clearCookie(cookieName, { httpOnly: true, sameSite: 'strict', path: '/' }).json({});
  });
}

/** How often a stream says that it lives, and how often it looks whether its session does, ms. */
const beatMs = 2000;
const sessionLookMs = 5000;
/** Streams of one session: a browser opens one a tab. */
const mostStreams = 12;

/**
 * One stream a screen: what changed in the shop, and what the scale says. It opens when nothing can be missed any
 * more: what changed before is for the screen to read then.
 */
async function streamTo(
  response: Response,
  feed: FeedReader,
  scale: ScaleAdapter,
  probe: ProbeAdapter,
  lasts: () => Promise<boolean>,
  closing: AbortSignal | undefined,
) {
  const send = (event: string, data: unknown) =>
    response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  const unhear = await feed.subscribe((changes) => send('change', changes));
  if (response.destroyed || closing?.aborted) return unhear();
  response.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    'X-Accel-Buffering': 'no',
  });
  const stops = [
    unhear,
    scale.subscribe((reading) => send('scale', reading)),
    probe.subscribe((tenths) => send('probe', tenths)),
  ];
  // A screen that hears nothing for some seconds knows that its line is dead.
  const beat = setInterval(() => send('beat', 0), beatMs);
  // The stream ends with the session it was opened in, wherever that was ended.
  const look = setInterval(
    () =>
      void lasts().then(
        (yes) => yes || response.end(),
        () => undefined,
      ),
    sessionLookMs,
  );
  const end = () => response.end();
  closing?.addEventListener('abort', end);
  response.on('close', () => {
    closing?.removeEventListener('abort', end);
    clearInterval(beat);
    clearInterval(look);
    for (const stop of stops) stop();
  });
}

/** A command as the scale's line protocol has it. */
function scaleLine(body: BodyOf<typeof contract.shop.scale>): string {
  const word = body.command.toUpperCase();
  if ('grams' in body) return `${word} ${body.grams}`;
  if ('seconds' in body) return `${word} ${body.seconds}`;
  return 'gramsPerMinute' in body ? `${word} ${body.gramsPerMinute}` : word;
}

function mountDevices(
  app: Express,
  platform: Platform,
  feed: FeedReader,
  scale: ScaleAdapter,
  probe: ProbeAdapter,
  printer: PrinterAdapter,
  closing: AbortSignal | undefined,
  devices: DeviceStates,
) {
  const { probe: probeRoute, printer: printerRoute } = contract.shop;
  mount(
    app,
    printerRoute,
    withActor(platform, printerRoute, async (_actor, body: BodyOf<typeof printerRoute>, response) => {
      onlySimulated(devices.printer);
      if (!(await printer.roll(body.labels)))
        throw problems.away('The label printer does not answer: check its cable and its power');
      response.json({});
    }),
  );
  mount(
    app,
    probeRoute,
    withActor(platform, probeRoute, (_actor, body: BodyOf<typeof probeRoute>, response) => {
      onlySimulated(devices.probe);
      if (!probe.send(`PUT ${body.tenths}`))
        throw problems.away('The probe does not answer: switch it on, or type the temperature');
      response.json({});
    }),
  );
  const { scale: route } = contract.shop;
  mount(
    app,
    route,
    withActor(platform, route, (_actor, body: BodyOf<typeof route>, response) => {
      if (body.command !== 'tare' && body.command !== 'zero') onlySimulated(devices.scale);
      if (!scale.send(scaleLine(body)))
        throw problems.away('The scale does not answer: check its cable, or type the weight');
      response.json({});
    }),
  );
  const stream: Route = { ...contract.shop.tide, path: '/api/feed' };
  const open = new Map<string, number>();
  app.get('/api/feed', async (request, response) => {
    const token = tokenOf(request);
    const lasts = async () =>
      (await withRecords(platform, (tx) => actorOf(tx, token, platform.clock(), false))) !== null;
    await withActor(platform, stream, async (_actor, _body, r) => {
      const key = token ?? '';
      const count = open.get(key) ?? 0;
      if (count >= mostStreams) throw problems.slowDown('This screen is open too often: close some of it');
      open.set(key, count + 1);
      r.on('close', () => {
        const left = (open.get(key) ?? 1) - 1;
        if (left > 0) open.set(key, left);
        else open.delete(key);
      });
      await streamTo(r, feed, scale, probe, lasts, closing);
    })(request, response, () => undefined);
  });
}

/**
 * The whole HTTP face of a process, and the jobs that changes leave behind. It holds no state of the shop: several may
 * run side by side.
 */
export function createApp(options: AppOptions): { app: Express; jobs: Jobs } {
  const { pool, scale, webRoot } = options;
  const clock = options.clock ?? (() => new Date());
  const probe = options.probe ?? new ProbeAdapter(null);
  const printer = options.printer ?? new PrinterAdapter(null);
  const planner = options.planner ?? new Planner(pool, clock);
  const jobs = new Jobs(pool, clock, {
    piece_label: labelPrinting(printer),
    lot_label: lotLabelPrinting(printer),
    plan: planBeginning(pool, planner),
  });
  const platform: Platform = {
    pool,
    checkAnswers: options.checkAnswers,
    clock,
    logs: new Logs(),
    jobs,
    scaleSimulated: options.devices?.scale === 'simulated',
  };
  const app = express();
  app.disable('x-powered-by');
  if (options.trustProxy) app.set('trust proxy', trusted(options.trustProxy));
  app.use(requestLog);
  app.use(security);
  app.use(strictTransport);
  mountHealth(app, pool);
  app.use(ownSiteOnly(options.hosts ?? [], Boolean(options.trustProxy)));
  app.use('/api', jsonBody);

  const devices = options.devices ?? noDevices;
  mountSession(app, platform, options.host, devices);
  mountDevices(app, platform, new FeedReader(pool), scale, probe, printer, options.closing, devices);
  const { tide: tideRoute, verify } = contract.shop;
  mount(
    app,
    tideRoute,
    serve(platform, tideRoute, (work) => tide(work)),
  );
  mount(
    app,
    verify,
    serve(platform, verify, (work) => proveLedger(work.tx)),
  );
  const rooms = roomsOf(planner);
  for (const [name, room] of Object.entries(rooms)) {
    const routes = contract[name as keyof typeof rooms] as Record<string, Route>;
    for (const [key, route] of Object.entries(routes)) {
      if (!['read', 'ask', 'change'].includes(route.kind)) continue;
      mount(
        app,
        route,
        serve(platform, route, (room as unknown as Record<string, Parameters<typeof serve>[2]>)[key]!),
      );
    }
  }
  const documents = {
    landing: landingDocuments,
    bench: benchDocuments,
    orders: orderDocuments,
    counter: counterDocuments,
    close: closeDocuments,
    buying: buyingDocuments,
    reports: reportDocuments,
  };
  for (const [room, made] of Object.entries(documents))
    for (const [key, make] of Object.entries(made)) {
      const route = (contract[room as keyof typeof documents] as Record<string, Route>)[key]!;
      mount(app, route, serveFile(platform, route, make));
    }
  const { addPhoto: photoRoute } = contract.landing;
  app.post(
    photoRoute.path,
    pictureBody,
    receiveFile(platform, photoRoute, encodePhoto, (work, params, photo) =>
      addPhoto(work, idOf(params.id), photo),
    ),
  );
  app.get('/api/openapi.json', async (request, response) => {
    if (!(await actorOfRequest(platform, request)))
      throw problems.notSignedIn('Nobody is signed in on this screen');
    response.json(openApi());
  });
  app.use('/api', async (request) => {
    if (!(await actorOfRequest(platform, request)))
      throw problems.notSignedIn('Nobody is signed in on this screen');
    throw problems.notFound('There is no such request');
  });

  if (webRoot && existsSync(webRoot)) {
    app.use(
      '/assets',
      express.static(join(webRoot, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
    );
    app.use(express.static(webRoot, { index: false }));
    // Screens are for browsers: a balancer or a scraper that asks for something else is told that it is not there.
    app.get(/.*/, (request, response) => {
      if (request.path !== '/' && !request.get('Accept')?.includes('text/html'))
        throw problems.notFound('There is nothing like that here');
      response.set('Cache-Control', 'no-cache').sendFile(join(webRoot, 'index.html'));
    });
  }
  app.use(problemHandler);
  return { app, jobs };
}
