import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { contract } from '@ember-slate/contract';
import { openApi } from '@ember-slate/contract/openapi';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Pool } from 'mysql2/promise';
import { shopLanguage } from './platform/language.ts';
import type { DeviceStates } from './platform/config.ts';
import { PrinterAdapter } from './platform/devices/printer.ts';
import { ProbeAdapter } from './platform/devices/probe.ts';
import type { ScaleAdapter } from './platform/devices/scale.ts';
import { problemHandler } from './platform/errors.ts';
import { FeedReader } from './platform/feed.ts';
import { ownSiteOnly, strictTransport } from './platform/guard.ts';
import type { Handlers } from './platform/handlers.ts';
import { mountHealth } from './platform/health.ts';
import { actorOfRequest, jsonBody, mountStage, tokenOf, type Platform } from './platform/http.ts';
import { Jobs } from './platform/jobs.ts';
import { Kept } from './platform/kept.ts';
import { requestLog } from './platform/log.ts';
import { pageOf } from './platform/page.ts';
import { problems } from './platform/problem.ts';
import { mountStream } from './platform/stream.ts';
import { withdraw } from './stages/bench/commands/cuts.ts';
import { recut } from './stages/bench/commands/recut.ts';
import { accounts } from './stages/accounts/routes.ts';
import { bench } from './stages/bench/routes.ts';
import { books } from './stages/books/routes.ts';
import { buying } from './stages/buying/routes.ts';
import { close } from './stages/close/routes.ts';
import { mountPush } from './stages/cold/commands/pushed.ts';
import { cold } from './stages/cold/routes.ts';
import { costs } from './stages/costs/routes.ts';
import { counter } from './stages/counter/routes.ts';
import { mountDevices } from './stages/devices/routes.ts';
import { find } from './stages/find/routes.ts';
import { forms } from './stages/forms/routes.ts';
import { add as addArticle } from './stages/goods/commands.ts';
import { goods } from './stages/goods/routes.ts';
import { grading } from './stages/grading/routes.ts';
import { jobs } from './stages/jobs/routes.ts';
import { labelPrinting } from './stages/labels/commands.ts';
import { labels } from './stages/labels/routes.ts';
import { bringSupplier } from './stages/landing/commands/suppliers.ts';
import { lists } from './stages/lists/routes.ts';
import { lotLabelPrinting } from './stages/landing/commands/lotLabel.ts';
import { landing, mountPhotos } from './stages/landing/routes.ts';
import { backOnShelf } from './stages/orders/commands/backOnShelf.ts';
import { bringCustomer } from './stages/orders/commands/customers.ts';
import { orders } from './stages/orders/routes.ts';
import { people } from './stages/people/routes.ts';
import { Planner } from './stages/plan/commands/planner.ts';
import { planBeginning } from './stages/plan/commands/runs.ts';
import { plan } from './stages/plan/routes.ts';
import { prices } from './stages/prices/routes.ts';
import { reports } from './stages/reports/routes.ts';
import { safety } from './stages/safety/routes.ts';
import { mountSession } from './stages/session/routes.ts';
import { settings } from './stages/settings/routes.ts';
import { species } from './stages/species/routes.ts';
import { summary } from './stages/summary/routes.ts';
import { trim } from './stages/trim/routes.ts';
import { yields } from './stages/yields/routes.ts';
import { say } from './say.ts';

export interface AppOptions {
  pool: Pool;
  /** Where the pool leads, for what reads every row there is by a line of its own. */
  databaseUrl: string;
  scale: ScaleAdapter;
  printer?: PrinterAdapter;
  probe?: ProbeAdapter;
  planner?: Planner;
  host: string;
  webRoot: string | null;
  checkAnswers: boolean;
  /** Works every answer out afresh: what a process remembers is held against it in tests. */
  forgetful?: boolean;
  trustProxy?: string | null;
  hosts?: readonly string[];
  devices?: DeviceStates;
  /** Where the records are kept, for the manager to read; null where the database is the shop's own. */
  dataFolder?: string | null;
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

const noDevices: DeviceStates = { scale: 'none', sensors: 'none', printer: 'none', probe: 'none' };

/** Stages that are asked and told; sessions and devices have doors of their own. */
type Stage = Exclude<keyof typeof contract, 'session' | 'devices'>;

/** Every stage; what one has another do in its own transaction is handed to it here. */
const stagesOf = (
  planner: Planner,
  here: Parameters<typeof settings>[0],
): { [S in Stage]: Handlers<(typeof contract)[S]> } => ({
  accounts,
  bench,
  books,
  buying,
  close,
  cold,
  costs,
  counter: counter(backOnShelf),
  find,
  forms,
  goods,
  grading,
  jobs,
  labels,
  landing: landing(recut),
  lists: lists({ customers: bringCustomer, suppliers: bringSupplier, goods: addArticle }),
  orders,
  people,
  prices,
  reports,
  safety,
  species,
  summary,
  trim,
  yields,
  plan: plan(planner, withdraw),
  settings: settings(here),
});

/** The built screens: every address of a browser is theirs. */
function mountScreens(app: Express, webRoot: string): void {
  // The screens ask their page which language to speak.
  const page = pageOf(webRoot, shopLanguage);
  app.use(
    '/assets',
    express.static(join(webRoot, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  const sendPage: RequestHandler = (request, response) =>
    void response
      .set('Cache-Control', 'no-cache')
      .type('html')
      .send(tokenOf(request) ? page.within : page.atDoor);
  // The page a tablet keeps for when the server is away.
  app.get('/index.html', sendPage);
  app.use(express.static(webRoot, { index: false }));
  // Screens are for browsers: a balancer or a scraper that asks for something else is told that it is not there.
  app.get(/.*/, (request, response, next) => {
    if (request.path !== '/' && !request.get('Accept')?.includes('text/html'))
      throw problems.notFound(say('there_is_nothing_like_that_here'));
    sendPage(request, response, next);
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
  const devices = options.devices ?? noDevices;
  const jobs = new Jobs(pool, clock, {
    piece_label: labelPrinting(printer),
    lot_label: lotLabelPrinting(printer),
    plan: planBeginning(pool, planner),
  });
  const platform: Platform = {
    pool,
    checkAnswers: options.checkAnswers,
    clock,
    kept: new Kept({ frozen: options.checkAnswers, forgetful: options.forgetful ?? false }),
    jobs,
    scaleSimulated: devices.scale === 'simulated',
  };
  const app = express();
  app.disable('x-powered-by');
  if (options.trustProxy) app.set('trust proxy', trusted(options.trustProxy));
  app.use(requestLog);
  app.use(security);
  app.use(strictTransport);
  app.use(compression());
  mountHealth(app, pool);
  app.use(ownSiteOnly(options.hosts ?? [], Boolean(options.trustProxy)));
  app.use('/api', jsonBody);

  mountSession(app, platform, options.host, devices);
  mountDevices(app, platform, { scale, probe, printer }, devices);
  mountPush(app, platform);
  mountStream(app, platform, { feed: new FeedReader(pool), scale, probe, closing: options.closing });
  const here = {
    databaseUrl: options.databaseUrl,
    dataFolder: options.dataFolder ?? null,
    given: devices,
  };
  for (const [name, handlers] of Object.entries(stagesOf(planner, here)))
    mountStage(app, platform, contract[name as Stage], handlers);
  mountPhotos(app, platform);
  app.get('/api/openapi.json', async (request, response) => {
    if (!(await actorOfRequest(platform, request)))
      throw problems.notSignedIn(say('nobody_is_signed_in_on_this_screen'));
    response.json(openApi());
  });
  app.use('/api', async (request) => {
    if (!(await actorOfRequest(platform, request)))
      throw problems.notSignedIn(say('nobody_is_signed_in_on_this_screen'));
    throw problems.notFound(say('there_is_no_such_request'));
  });
  if (webRoot && existsSync(webRoot)) mountScreens(app, webRoot);
  app.use(problemHandler);
  return { app, jobs };
}
