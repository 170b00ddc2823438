import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { setMoney } from './commands.ts';
import { costChoices } from './queries/choices.ts';
import { lotCosts } from './queries/lotCosts.ts';

export const costs: Handlers<typeof contract.costs> = {
  lots: (work, { query }) => lotCosts(work, query.from, query.to),
  choices: (work, { query }) => costChoices(work, query.speciesId),
  settings: (work) => Promise.resolve({ ...work.settings.money, version: work.settings.versionOf('money') }),
  setSettings: (work, { body }) => setMoney(work, body),
};
