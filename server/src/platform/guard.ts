import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { RequestHandler } from 'express';
import { problems } from './problem.ts';
import { say } from './say.ts';

/** The name part of a Host header: no port, no brackets. */
const nameOf = (host: string): string =>
  host
    .replace(/:\d+$/, '')
    .replace(/^\[|\]$/g, '')
    .toLowerCase();

/**
 * Refuses requests that another site sends through a browser of the shop: a Host that is not this server (a name bound
 * anew to our address), or an Origin that is not the Host. Plain addresses are always ours, names are those of this
 * machine and of `hosts`; behind a proxy that is trusted the proxy has chosen the name.
 */
export function ownSiteOnly(hosts: readonly string[], behindProxy: boolean): RequestHandler {
  const machine = hostname().toLowerCase();
  const known = new Set(['localhost', machine, `${machine}.local`, ...hosts.map((h) => h.toLowerCase())]);
  return (request, _response, next) => {
    const name = nameOf(request.host ?? '');
    if (!isIP(name) && !known.has(name) && !(behindProxy && hosts.length === 0))
      throw problems.notHere(say('this_server_is_not_called_add_the', { name }));
    const origin = request.get('Origin');
    if (origin !== undefined && origin !== `${request.protocol}://${request.host}`)
      throw problems.notAllowed(say('another_site_may_not_ask_this'));
    next();
  };
}

/** Behind TLS browsers are told to come back by TLS only, for half a year. */
export const strictTransport: RequestHandler = (request, response, next) => {
  if (request.secure) response.set('Strict-Transport-Security', 'max-age=15552000');
  next();
};
