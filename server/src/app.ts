import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { contract, type BodyOf, type Route } from '@ember-slate/contract';
import { openApi } from '@ember-slate/contract/openapi';
import express, { type Express, type Response } from 'express';
import helmet from 'helmet';
import type { Pool } from 'mysql2/promise';
import { pinoHttp } from 'pino-http';
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
import { landing, landingDocuments } from './landing/routes.ts';
import { addPhoto, encodePhoto } from './landing/photos.ts';
import { orderDocuments, orders } from './orders/routes.ts';
import { shopFace } from './people/service.ts';
import { Planner } from './plan/planner.ts';
import { plan } from './plan/routes.ts';
import { isLoopback } from './platform/config.ts';
import { idOf } from './platform/handlers.ts';
import { transaction } from './platform/db.ts';
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
import { proveLedger } from './platform/ledger.ts';
import { log } from './platform/log.ts';
import { problems } from './platform/problem.ts';
import { cookieName, endSession, signIn } from './platform/sessions.ts';
import { tide } from './shop/tide.ts';
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
  clock?: () => Date;
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
  strictTransportSecurity: false,
  referrerPolicy: { policy: 'no-referrer' },
});

const roomsOf = (printer: PrinterAdapter, planner: Planner) => ({
  landing: landing(printer),
  grading,
  orders,
  plan: plan(planner),
  bench: bench(printer),
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
});

/** Mounts one route; the path and the method are the contract's. */
function mount(app: Express, route: Route, handler: express.RequestHandler) {
  app[route.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete'](route.path, handler);
}

function mountSession(app: Express, platform: Platform, host: string) {
  mount(app, contract.session.shop, async (request, response) => {
    response
      .set('Cache-Control', 'no-store')
      .json(await shopFace(platform.pool, await actorOfRequest(platform, request)));
  });
  mount(app, contract.session.signIn, async (request, response) => {
    const body = contract.session.signIn.body.safeParse(request.body);
    if (!body.success) throw problems.badInput('Choose your name and give your PIN');
    const result = await transaction(platform.pool, (tx) =>
      signIn(tx, body.data.staffId, body.data.pin, platform.clock(), isLoopback(host)),
    );
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
    if (token) await endSession(platform.pool, token);
    response.clearCookie(cookieName, { httpOnly: true, sameSite: 'strict', path: '/' }).json({});
  });
}

/**
 * One stream a screen: what changed in the shop, and what the scale says. It opens when nothing can be missed any
 * more: what changed before is for the screen to read then.
 */
async function streamTo(response: Response, feed: FeedReader, scale: ScaleAdapter, probe: ProbeAdapter) {
  const send = (event: string, data: unknown) =>
    response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  const unhear = await feed.subscribe((changes) => send('change', changes));
  if (response.destroyed) return unhear();
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
  const beat = setInterval(() => send('beat', 0), 10_000);
  response.on('close', () => {
    clearInterval(beat);
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
) {
  const { probe: probeRoute, printer: printerRoute } = contract.shop;
  mount(
    app,
    printerRoute,
    withActor(platform, printerRoute, async (_actor, body: BodyOf<typeof printerRoute>, response) => {
      if (!(await printer.roll(body.labels)))
        throw problems.away('The label printer does not answer: check its cable and its power');
      response.json({});
    }),
  );
  mount(
    app,
    probeRoute,
    withActor(platform, probeRoute, (_actor, body: BodyOf<typeof probeRoute>, response) => {
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
      if (!scale.send(scaleLine(body)))
        throw problems.away('The scale does not answer: check its cable, or type the weight');
      response.json({});
    }),
  );
  const stream: Route = { ...contract.shop.tide, path: '/api/feed' };
  app.get('/api/feed', async (request, response) => {
    await withActor(platform, stream, (_actor, _body, r) => streamTo(r, feed, scale, probe))(
      request,
      response,
      () => undefined,
    );
  });
}

/** The whole HTTP face of a process. It holds no state of the shop: several may run side by side. */
export function createApp(options: AppOptions): Express {
  const { pool, scale, webRoot } = options;
  const platform: Platform = {
    pool,
    checkAnswers: options.checkAnswers,
    clock: options.clock ?? (() => new Date()),
    logs: new Logs(),
  };
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger: log,
      autoLogging: false,
      serializers: { req: (r: { method: string; url: string }) => ({ method: r.method, url: r.url }) },
    }),
  );
  app.use(security);
  app.use('/api', jsonBody);

  mountSession(app, platform, options.host);
  const probe = options.probe ?? new ProbeAdapter(null);
  const printer = options.printer ?? new PrinterAdapter(null);
  mountDevices(app, platform, new FeedReader(pool), scale, probe, printer);
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
  const rooms = roomsOf(printer, options.planner ?? new Planner(pool, platform.clock));
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
    app.get(/.*/, (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webRoot, 'index.html'));
    });
  }
  app.use(problemHandler);
  return app;
}
