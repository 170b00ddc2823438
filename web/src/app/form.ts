import type { AnswerOf, Problem, Route, SentOf } from '@ember-slate/contract';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useForm as useFields, useWatch, type DefaultValues, type FieldValues } from 'react-hook-form';
import { useChange, type Params } from './api.ts';
import type { Draft } from './draft.ts';
import { drafts } from './drafts.ts';
import { bodyOf } from './schemas.ts';
import { store, useAppDispatch, useAppSelector } from './store.ts';

const { drafted } = drafts.actions;

interface Asked<V extends FieldValues, R extends Route> {
  draft: Draft;
  /** What stands in the form when it is opened with nothing typed; the version of what it changes among it. */
  opened: V | (() => V);
  /** Where it is sent; of several, which, by what is typed. */
  route: R | ((values: V) => R);
  params?: Params;
  /** The path, where it follows from what is typed. */
  pathOf?: (values: V) => Params;
  /** What is sent. Its fields are those the contract names, in errors and beside what somebody else saved. */
  body: (values: V) => SentOf<R>;
  /** Whether core finds it fit to be sent; the form itself shows what is wrong, while it is typed. */
  mayBeSent?: (values: V) => boolean;
  onDone: (answer: AnswerOf<R>, values: V) => void;
}

/** One field of a form, to be spread into its part. */
interface FieldOf<T> {
  value: T;
  onChange: (value: T) => void;
  error: string | undefined;
}

export interface Form<V extends FieldValues> {
  values: V;
  /** A field by its name; `path` is what the contract calls it, where that is another. */
  field: <N extends keyof V & string>(name: N, path?: string) => FieldOf<V[N]>;
  /** Sets some fields; given what stands there now where the next follows from it. */
  set: (next: Partial<V> | ((had: V) => Partial<V>)) => void;
  submit: (values?: Partial<V>) => Promise<void>;
  /** Why it was refused, of the whole form; null while it was not. */
  problem: Problem | null;
  errors: Record<string, string>;
  /** What would be sent, for laying it beside what somebody else saved. */
  mine: unknown;
  busy: boolean;
  draft: Draft;
}

const refusal = (errors: { path: string; message: string }[]): Problem => ({
  type: '',
  title: '',
  status: 400,
  code: 'bad-input',
  errors,
});

/**
 * A form on a route of the contract: its fields are a draft until they are saved, what is typed is checked by the
 * contract's own schema before it is sent, and what the shop refuses stands at its field.
 */
export function useForm<V extends FieldValues, R extends Route>(asked: Asked<V, R>): Form<V> {
  const { draft, params, pathOf, body, mayBeSent, onDone } = asked;
  const [opened] = useState(asked.opened);
  const fields = useFields<V>({
    defaultValues: { ...opened, ...store.getState().drafts[draft.form]?.fields } as DefaultValues<V>,
  });
  const values = useWatch({ control: fields.control }) as V;
  const route = typeof asked.route === 'function' ? asked.route(values) : asked.route;
  const { send, busy } = useChange(route, draft);
  const [problem, setProblem] = useState<Problem | null>(null);
  const checking = useRef(false);
  const [waits, setWaits] = useState(false);
  const dispatch = useAppDispatch();

  // Thrown away, here or on another screen of this device: the form stands as it was opened.
  const kept = useAppSelector((s) => s.drafts[draft.form] !== undefined);
  const { reset } = fields;
  useEffect(() => {
    if (!kept) reset(opened);
  }, [kept, opened, reset]);

  const set = useCallback(
    (change: Partial<V> | ((had: V) => Partial<V>)) => {
      const next = typeof change === 'function' ? change(fields.getValues()) : change;
      for (const [name, value] of Object.entries(next)) fields.setValue(name as never, value as never);
      void dispatch(drafted({ form: draft.form, fields: fields.getValues() }));
    },
    [fields, dispatch, draft.form],
  );
  const submit = async (over: Partial<V> = {}) => {
    if (Object.keys(over).length > 0) set(over);
    const now = { ...fields.getValues(), ...over };
    if (mayBeSent?.(now) === false) return;
    const sent = body(now);
    // The first check may wait for its schemas: pressed again meanwhile, it is still one.
    if (checking.current) return;
    checking.current = true;
    setWaits(true);
    const checked = (await bodyOf(route))?.safeParse(sent);
    checking.current = false;
    setWaits(false);
    if (checked?.success === false)
      return setProblem(
        refusal(checked.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }))),
      );
    const outcome = await send(sent, pathOf?.(now) ?? params);
    if (!outcome.ok) return setProblem(outcome.problem);
    setProblem(null);
    onDone(outcome.data, now);
  };
  const errors = Object.fromEntries((problem?.errors ?? []).map((e) => [e.path, e.message]));
  return {
    values,
    field: (name, path = name) => ({
      value: values[name],
      onChange: (value) => set({ [name]: value } as unknown as Partial<V>),
      error: errors[path],
    }),
    set,
    submit,
    problem,
    errors,
    mine: body(values),
    busy: busy || waits,
    draft,
  };
}
