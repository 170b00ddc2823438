import { contract } from '@ember-slate/contract';
import type { Express, Request } from 'express';
import { rateLimit } from 'express-rate-limit';
import { type DeviceStates, isLoopback } from '../../platform/config.ts';
import { patienceMs, reading, transaction } from '../../platform/db.ts';
import { actorOfRequest, mount, type Platform, tokenOf } from '../../platform/http.ts';
import { problems } from '../../platform/problem.ts';
import { cookieName, endSession, signIn, vouch } from '../../platform/sessions.ts';
import { shopAtTheDoor } from './queries.ts';
import { say } from './say.ts';

/**
 * Whether sample PINs, which are printed in the open, may be used: the server listens on this machine only, and the
 * request was not handed on by a proxy for somebody else.
 */
const onThisMachine = (request: Request, host: string): boolean =>
  isLoopback(host) &&
  !['X-Forwarded-For', 'X-Forwarded-Host', 'Forwarded', 'Via'].some((h) => request.get(h));

/**
 * Stops a flood of sign-ins from one address before it costs a look into the records or a hash; wrong PINs have waits of
 * their own (`sessions.ts`).
 */
const signInFlood = () =>
  rateLimit({
    windowMs: 60_000,
    limit: 120,
    skip: (request) => request.method !== contract.session.signIn.method,
    // Whose address counts is said by `trust proxy` alone.
    validate: false,
    standardHeaders: false,
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(problems.slowDown(say('too_many_sign_ins_from_this_screen'), { retryAfter: 60 })),
  });

/** The requests of a screen nobody is signed in at yet. */
export function mountSession(app: Express, platform: Platform, host: string, devices: DeviceStates) {
  mount(app, contract.session.shop, async (request, response) => {
    response
      .set('Cache-Control', 'no-store')
      .json(
        await reading(
          platform.pool,
          async (tx) => shopAtTheDoor(tx, await actorOfRequest(platform, request), devices),
          patienceMs,
        ),
      );
  });
  app.use(contract.session.signIn.path, signInFlood());
  mount(app, contract.session.signIn, async (request, response) => {
    const body = contract.session.signIn.body.safeParse(request.body);
    if (!body.success) throw problems.badInput(say('choose_your_name_and_give_your_pin'));
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
  mount(app, contract.session.vouch, async (request, response) => {
    const actor = await actorOfRequest(platform, request);
    if (!actor) throw problems.notSignedIn(say('nobody_is_signed_in_here'));
    const body = contract.session.vouch.body.safeParse(request.body);
    if (!body.success) throw problems.badInput(say('choose_your_name_and_give_your_pin'));
    const asked = { ...body.data, address: request.ip ?? '', allowDemoPins: onThisMachine(request, host) };
    const result = await transaction(
      platform.pool,
      (tx) => vouch(tx, asked, actor.id, platform.clock()),
      patienceMs,
    );
    if ('refused' in result) throw result.refused;
    response.json(result);
  });
  mount(app, contract.session.signOut, async (request, response) => {
    const token = tokenOf(request);
    if (token) await reading(platform.pool, (tx) => endSession(tx, token), patienceMs);
    response.clearCookie(cookieName, { httpOnly: true, sameSite: 'strict', path: '/' }).json({});
  });
}
