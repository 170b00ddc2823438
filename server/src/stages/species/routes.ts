import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { editSpecies, newSpecies, setSold } from './commands.ts';
import { speciesYields } from './queries.ts';

export const species: Handlers<typeof contract.species> = {
  yields: (work, { params }) => speciesYields(work, params.id!),
  sold: ({ settings }) =>
    Promise.resolve({ version: settings.versionOf('speciesOff'), off: [...settings.speciesOff] }),
  setSold: (work, { body }) => setSold(work, body),
  edit: (work, { params, body }) => editSpecies(work, params.id!, body),
  add: (work, { body }) => newSpecies(work, body),
};
