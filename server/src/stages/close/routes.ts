import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { closeDay, reopen, setChecks, sign } from './commands.ts';
import { closeOf } from './queries/day.ts';
import { checksOf } from './queries/guide.ts';
import { daySheet } from './queries/sheet.ts';

export const close: Handlers<typeof contract.close> = {
  day: (work, { params }) => closeOf(work, params.day ?? ''),
  closeDay: (work, { params, body }) => closeDay(work, params.day ?? '', body),
  reopen: (work, { params, body }) => reopen(work, params.day ?? '', body),
  sign: (work, { params, body }) => sign(work, params.day ?? '', body),
  toSign: (work, { params }) => checksOf(work, params.day ?? ''),
  setChecks: (work, { body }) => setChecks(work, body),
  sheet: (work, { params }) => daySheet(work, params.day ?? ''),
};
