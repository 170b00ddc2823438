import type { contract } from '@ember-slate/contract';
import { tryDevice } from '../../platform/devices/tried.ts';
import type { Handlers } from '../../platform/handlers.ts';
import {
  back,
  backUp,
  leaveStep,
  setBackups,
  setDevices,
  setOpening,
  setScreens,
  setSensorKey,
  setShop,
  setTax,
} from './commands.ts';
import { allSettings, backups, exportAll, type Here, stepsToDo } from './queries.ts';

export const settings = (here: Here): Handlers<typeof contract.settings> => ({
  all: (work) => allSettings(work, here),
  setShop: (work, { body }) => setShop(work, body),
  setOpening: (work, { body }) => setOpening(work, body),
  setTax: (work, { body }) => setTax(work, body),
  setScreens: (work, { body }) => setScreens(work, body),
  steps: (work) => stepsToDo(work, here),
  setBackups: (work, { body }) => setBackups(work, body),
  backups: (work) => backups(work, here),
  export: (work) => exportAll(work, here),
  backUp: (work) => backUp(work),
  setDevices: (work, { body }) => setDevices(work, body),
  setSensorKey: (work, { body }) => setSensorKey(work, body.key),
  tryDevice: (_work, { body }) => tryDevice(body),
  leaveStep: (work, { body }) => leaveStep(work, body),
  back: (work, { params, body }) => back(work, params.name ?? '', body),
});
