import type { contract } from '@ember-slate/contract';
import type { Documents, Handlers } from '../platform/handlers.ts';
import { closeOf } from './day.ts';
import { checksOf } from './guide.ts';
import { closeDay, reopen, setChecks, sign } from './lock.ts';
import { daySheet } from './sheet.ts';

export const close: Handlers<typeof contract.close> = {
  day: (work, { params }) => closeOf(work, params.day ?? ''),
  closeDay: (work, { params, body }) => closeDay(work, params.day ?? '', body),
  reopen: (work, { params, body }) => reopen(work, params.day ?? '', body.reason),
  sign: (work, { params, body }) => sign(work, params.day ?? '', body),
  toSign: (work, { params }) => checksOf(work, params.day ?? ''),
  setChecks: (work, { body }) => setChecks(work, body),
};

export const closeDocuments: Documents<typeof contract.close> = {
  sheet: (work, params) => daySheet(work, params.day ?? ''),
};
