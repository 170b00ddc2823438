import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { formBook, type FormBook } from '@ember-slate/core/forms';
import { useMemo } from 'react';
import { useRead } from '../app/api.ts';
import { useMass } from './Mass.tsx';
import { useLength } from './length.ts';
import { wantText } from './words.ts';

const shipped = formBook();

/** The shop's market forms: the shipped ones until its own have come. */
export function useForms(): FormBook {
  const { data } = useRead(routes.forms.book);
  return useMemo(() => (data ? formBook(data.own) : shipped), [data]);
}

/** What the shop set about forms, methods and labels. */
export const useFormSettings = (): AnswerOf<typeof routes.forms.book> | undefined =>
  useRead(routes.forms.book).data;

/** What a line wants, in few words and this screen's units. */
export function useWant(): (line: Parameters<typeof wantText>[0]) => string {
  const mass = useMass();
  const book = useForms();
  const { format, unit } = useLength();
  return (line) => wantText(line, mass, book, (mm) => `${format(mm)} ${unit}`);
}
