import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { add, edit, letTryAgain, setPin, setRules, signOut } from './commands.ts';
import { people as everybody, signIns } from './queries.ts';

export const people: Handlers<typeof contract.people> = {
  list: (work) => everybody(work),
  add: (work, { body }) => add(work, body),
  edit: (work, { params, body }) => edit(work, idOf(params.id), body),
  setPin: (work, { params, body }) => setPin(work, idOf(params.id), body),
  signOut: (work, { params }) => signOut(work, idOf(params.id)),
  signIns: (work) => signIns(work),
  rules: ({ settings }) =>
    Promise.resolve({ version: settings.versionOf('ruleProfile'), profile: settings.ruleProfile }),
  setRules: (work, { body }) => setRules(work, body),
  release: (work, { params }) => letTryAgain(work, idOf(params.id)),
};
