import type { contract } from '@ember-slate/contract';
import type { DeviceStates } from '../../platform/config.ts';
import type { Handlers } from '../../platform/handlers.ts';
import { back, leaveStep, setOpening, setScreens, setShop } from './commands.ts';
import { allSettings, stepsToDo } from './queries.ts';

/** What this process knows of itself: the folder of its records, null where the database is the shop's own; its devices. */
interface Here {
  dataFolder: string | null;
  devices: DeviceStates;
}

export const settings = ({ dataFolder, devices }: Here): Handlers<typeof contract.settings> => ({
  all: (work) => allSettings(work, dataFolder),
  setShop: (work, { body }) => setShop(work, body),
  setOpening: (work, { body }) => setOpening(work, body),
  setScreens: (work, { body }) => setScreens(work, body),
  steps: (work) => stepsToDo(work, devices),
  leaveStep: (work, { body }) => leaveStep(work, body),
  back: (work, { params, body }) => back(work, params.name ?? '', body),
});
