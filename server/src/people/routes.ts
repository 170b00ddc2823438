import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import { changeSetting } from '../platform/settings.ts';
import { letTryAgain, signIns } from './service.ts';

export const people: Handlers<typeof contract.people> = {
  signIns: (work) => signIns(work),
  rules: ({ settings }) =>
    Promise.resolve({ version: settings.versionOf('ruleProfile'), profile: settings.ruleProfile }),
  setRules: (work, { body }) =>
    changeSetting(
      work,
      'ruleProfile',
      body.version,
      () => body.profile,
      (profile) => ({ profile }),
    ),
  release: (work, { params }) => letTryAgain(work, idOf(params.id)),
};
