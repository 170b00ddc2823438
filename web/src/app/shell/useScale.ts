import { contract, type BodyOf } from '@ember-slate/contract';
import { request } from '../request.ts';
import { say, useAct } from '../store.ts';

/** Sends the scale a command; a dead scale is said, not hidden. */
export function useScale() {
  const act = useAct();
  return async (body: BodyOf<typeof contract.shop.scale>) => {
    const outcome = await request('POST', contract.shop.scale.path, body);
    if (!outcome.ok) act(say({ text: outcome.problem.detail ?? outcome.problem.title, problem: true }));
  };
}
