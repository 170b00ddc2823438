import type { AnswerOf, BodyOf, QueryOf, Route } from '@ember-slate/contract';
import type { Work } from './context.ts';

/** What a request brought, already checked against the contract. */
export interface Input<R extends Route> {
  params: Record<string, string>;
  query: QueryOf<R>;
  body: BodyOf<R>;
}

/** A file a document route gives. */
export interface File {
  name: string;
  type: string;
  bytes: Buffer;
}

type KeysOf<Room extends Record<string, Route>, Kind extends Route['kind']> = {
  [K in keyof Room]: Room[K]['kind'] extends Kind ? K : never;
}[keyof Room];

/** One function for every document of a room. */
export type Documents<Room extends Record<string, Route>> = {
  [K in KeysOf<Room, 'document'>]: (work: Work, params: Record<string, string>) => Promise<File>;
};

/** One function for every request of a room: the room is complete or does not compile. */
export type Handlers<Room extends Record<string, Route>> = {
  [K in KeysOf<Room, 'read' | 'ask' | 'change'>]: (
    work: Work,
    input: Input<Room[K]>,
  ) => Promise<AnswerOf<Room[K]>>;
};

/** A path parameter that is a row's number; anything else is not there. */
export const idOf = (text: string | undefined): number => (text && /^\d{1,9}$/.test(text) ? Number(text) : 0);
