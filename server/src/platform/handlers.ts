import type { AnswerOf, BodyOf, QueryOf, Route } from '@ember-slate/contract';
import type { Writable } from 'node:stream';
import type { Work } from './context.ts';

/** What a request brought, already checked against the contract. */
export interface Input<R extends Route> {
  params: Record<string, string>;
  query: QueryOf<R>;
  body: BodyOf<R>;
}

/** A file a document route gives; one too large for memory writes itself, once what was read is read. */
export interface File {
  name: string;
  type: string;
  bytes: Buffer | ((out: Writable) => Promise<unknown>);
}

type KeysOf<Stage extends Record<string, Route>, Kind extends Route['kind']> = {
  [K in keyof Stage]: Stage[K]['kind'] extends Kind ? K : never;
}[keyof Stage];

/**
 * One function for every request of a stage and every document it makes: the stage is complete or does not compile.
 */
export type Handlers<Stage extends Record<string, Route>> = {
  [K in KeysOf<Stage, 'read' | 'ask' | 'change'>]: (
    work: Work,
    input: Input<Stage[K]>,
  ) => Promise<AnswerOf<Stage[K]>>;
} & {
  [K in KeysOf<Stage, 'document'>]: (work: Work, input: Pick<Input<Route>, 'params'>) => Promise<File>;
};

/** A path parameter that is a row's number; anything else is not there. */
export const idOf = (text: string | undefined): number => (text && /^\d{1,9}$/.test(text) ? Number(text) : 0);
