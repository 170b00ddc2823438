import type { BodyOf, contract } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { request } from '../request.ts';
import { useNotify } from '../notify.ts';

/** Sends the scale a command; a dead scale is said, not hidden. */
export function useScale() {
  const said = useNotify();
  return async (body: BodyOf<typeof contract.devices.scale>) => {
    const outcome = await request('POST', routes.devices.scale.path, body);
    said(outcome);
  };
}
