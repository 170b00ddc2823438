import { contract, type Route } from '@ember-slate/contract';
import type { ServerResponse } from 'node:http';
import type { Express } from 'express';
import { patienceMs, reading } from './db.ts';
import type { ProbeAdapter } from './devices/probe.ts';
import type { ScaleAdapter } from './devices/scale.ts';
import type { FeedReader } from './feed.ts';
import { type Platform, tokenOf, withActor } from './http.ts';
import { problems } from './problem.ts';
import { actorOf } from './sessions.ts';
import { say } from './say.ts';

export interface Sources {
  feed: FeedReader;
  scale: ScaleAdapter;
  probe: ProbeAdapter;
  /** Says when the process is to end: streams end then. */
  closing: AbortSignal | undefined;
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
export async function streamTo(
  response: ServerResponse,
  { feed, scale, probe, closing }: Sources,
  lasts: () => Promise<boolean>,
) {
  const send = (event: string, data: unknown) =>
    response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  const unsubscribe = await feed.subscribe((changes) => send('change', changes));
  if (response.destroyed || closing?.aborted) return unsubscribe();
  response.writeHead(200, {
    'Content-Type': 'text/event-stream',
    // Packed, a line would wait for others to be packed with.
    'Cache-Control': 'no-store, no-transform',
    'X-Accel-Buffering': 'no',
  });
  const stops = [
    unsubscribe,
    scale.subscribe((reading) => send('scale', reading)),
    probe.subscribe((tenths) => send('probe', tenths)),
  ];
  // A screen that hears nothing for some seconds knows that its line is dead.
  const heartbeat = setInterval(() => send('beat', 0), beatMs);
  // Nothing may be written to a response that was ended: what writes is stopped first.
  const stop = () => {
    closing?.removeEventListener('abort', end);
    clearInterval(heartbeat);
    clearInterval(look);
    for (const stopOne of stops) stopOne();
  };
  const end = () => {
    stop();
    response.end();
  };
  // The stream ends with the session it was opened in, wherever that was ended.
  const look = setInterval(
    () =>
      void lasts().then(
        (yes) => yes || end(),
        () => undefined,
      ),
    sessionLookMs,
  );
  closing?.addEventListener('abort', end);
  response.on('close', stop);
}

/** The stream of every signed-in screen; it asks for no more than being signed in. */
export function mountStream(app: Express, platform: Platform, sources: Sources): void {
  const route: Route = { ...contract.summary.stages, path: '/api/feed' };
  const open = new Map<string, number>();
  app.get(route.path, async (request, response) => {
    const token = tokenOf(request);
    const lasts = async () =>
      (await reading(platform.pool, (tx) => actorOf(tx, token, platform.clock(), false), patienceMs)) !==
      null;
    await withActor(platform, route, async (_actor, _body, r) => {
      const key = token ?? '';
      const count = open.get(key) ?? 0;
      if (count >= mostStreams) throw problems.slowDown(say('this_screen_is_open_too_often'));
      open.set(key, count + 1);
      r.on('close', () => {
        const left = (open.get(key) ?? 1) - 1;
        if (left > 0) open.set(key, left);
        else open.delete(key);
      });
      await streamTo(r, sources, lasts);
    })(request, response, () => undefined);
  });
}
