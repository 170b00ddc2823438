import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { back, setOpening, setScreens, setShop } from './commands.ts';
import { allSettings } from './queries.ts';

export const settings = (dataFolder: string | null): Handlers<typeof contract.settings> => ({
  all: (work) => allSettings(work, dataFolder),
  setShop: (work, { body }) => setShop(work, body),
  setOpening: (work, { body }) => setOpening(work, body),
  setScreens: (work, { body }) => setScreens(work, body),
  back: (work, { params, body }) => back(work, params.name ?? '', body),
});
