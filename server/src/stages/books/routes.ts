import type { contract } from '@ember-slate/contract';
import { proveLedger } from '../../platform/books/ledger.ts';
import type { Handlers } from '../../platform/handlers.ts';

export const books: Handlers<typeof contract.books> = { verify: (work) => proveLedger(work.tx) };
