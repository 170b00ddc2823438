import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { type Makers, takeList } from './commands.ts';
import { readList } from './queries/lines.ts';

export const lists = (makers: Makers): Handlers<typeof contract.lists> => ({
  read: (work, { body }) => readList(work, body.kind, body.text),
  take: (work, { body }) => takeList(work, body.kind, body.text, makers),
});
