import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { letTryAgain, setRules } from './commands.ts';
import { signIns } from './queries.ts';

export const people: Handlers<typeof contract.people> = {
  signIns: (work) => signIns(work),
  rules: ({ settings }) =>
    Promise.resolve({ version: settings.versionOf('ruleProfile'), profile: settings.ruleProfile }),
  setRules: (work, { body }) => setRules(work, body),
  release: (work, { params }) => letTryAgain(work, idOf(params.id)),
};
