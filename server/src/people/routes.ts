import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import { letTryAgain, signIns } from './service.ts';

export const people: Handlers<typeof contract.people> = {
  signIns: (work) => signIns(work),
  release: (work, { params }) => letTryAgain(work, idOf(params.id)),
};
