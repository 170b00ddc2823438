import type { contract } from '@ember-slate/contract';
import { proveBooks } from '../../platform/books/proof/index.ts';
import type { Handlers } from '../../platform/handlers.ts';

export const books: Handlers<typeof contract.books> = { verify: (work) => proveBooks(work.tx) };
