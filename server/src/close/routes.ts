import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const close: Handlers<typeof contract.close> = {
  day: (work, { params }) => service.closeOf(work, params.day ?? ''),
  closeDay: (work, { params, body }) => service.closeDay(work, params.day ?? '', body.remarks),
};
