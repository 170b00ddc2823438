import type { ReactNode } from 'react';
import type { FieldValues } from 'react-hook-form';
import type { Form as FormState } from '../app/form.ts';
import { Button } from './Button.tsx';
import { Stale, type Kind } from './Stale.tsx';
import { say } from './say.ts';

interface Props<V extends FieldValues> {
  of: FormState<V>;
  className?: string;
  /** What it is called, where no heading says so. */
  label?: string;
  /** What the button that saves says. */
  submit: string;
  /** Puts the form away; what was typed is thrown away. Null where there is no way but through. */
  onLeave?: (() => void) | null;
  leave?: string;
  /** What a person calls each field, and how its value is said; for a form on what others edit too. */
  stale?: {
    names: Readonly<Record<string, string>>;
    kinds?: Readonly<Record<string, Kind>>;
    /** What stands there now, in the fields of `names`, where the shop says it otherwise. */
    current?: (current: unknown) => unknown;
  };
  kind?: 'main' | 'plain';
  /** What is missing before it can be saved; null when nothing is. */
  notYet?: string | null;
  /** More to press, beside the two. */
  more?: ReactNode;
  /** How it stands, said beside the button; both stay in sight below a form longer than its pane. */
  stands?: ReactNode;
  children: ReactNode;
}

/** The frame of every form: what somebody else saved meanwhile, its fields, why it was refused, and how to go. */
export function Form<V extends FieldValues>({
  of,
  className = '',
  label,
  submit,
  onLeave = null,
  leave = say('cancel'),
  stale,
  kind = 'main',
  notYet = null,
  more,
  stands,
  children,
}: Props<V>) {
  const { problem, errors, draft } = of;
  return (
    <form
      className={className}
      aria-label={label}
      onSubmit={(e) => {
        e.preventDefault();
        void of.submit();
      }}
    >
      {stale && (
        <Stale
          problem={
            problem?.current !== undefined && stale.current
              ? { ...problem, current: stale.current(problem.current) }
              : problem
          }
          names={stale.names}
          mine={of.mine as Record<string, unknown>}
          kinds={stale.kinds ?? {}}
          onKeep={(version) => void of.submit({ version } as unknown as Partial<V>)}
          onTheirs={draft.leave(onLeave ?? (() => undefined))}
        />
      )}
      {children}
      {problem && Object.keys(errors).length === 0 && !(stale && problem.code === 'stale') && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className={`flex flex-wrap items-center gap-3 pt-1.5 ${stands === undefined ? '' : 'held'}`}>
        <Button submit kind={kind} busy={of.busy} notYet={notYet}>
          {submit}
        </Button>
        {onLeave && <Button onPress={draft.leave(onLeave)}>{leave}</Button>}
        {more}
        {stands}
      </div>
    </form>
  );
}
