import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const species: Handlers<typeof contract.species> = {
  yields: (work, { params }) => service.speciesYields(work, params.id!),
  edit: (work, { params, body }) => service.editSpecies(work, params.id!, body),
  add: (work, { body }) => service.newSpecies(work, body),
};
