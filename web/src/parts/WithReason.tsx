import type { Route, SentOf } from '@ember-slate/contract';
import { useChange } from '../app/api.ts';
import { useDraft, useKept } from '../app/draft.ts';
import { Button } from './Button.tsx';
import { TextField } from './Field.tsx';
import { Refused } from './Refused.tsx';
import { say } from './say.ts';

interface Props<R extends Route> {
  /** What its draft is kept under. */
  draft: string;
  route: R;
  params: Record<string, number>;
  body: (reason: string) => SentOf<R>;
  /** What the button says that opens it, and the one that does it. */
  open: string;
  act: string;
  /** What is asked, and what follows when it is done. */
  label: string;
  note?: string;
  onDone?: () => void;
  /** Opened by a link: one of many in a list. */
  quiet?: boolean;
  className?: string;
}

/** An act that is asked about once and kept with its reason. */
export function WithReason<R extends Route>(props: Props<R>) {
  const { route, params, body, open, act, label, note, onDone, quiet = false, className = '' } = props;
  const draft = useDraft(props.draft);
  const { send, busy, problem } = useChange(route, draft);
  const [why, setWhy] = useKept<string | null>(draft, 'why', null);
  if (why === null && quiet)
    return (
      <button type="button" className="why min-h-10" onClick={() => setWhy('')}>
        {open}
      </button>
    );
  if (why === null)
    return (
      <span className={className}>
        <Button small onPress={() => setWhy('')}>
          {open}
        </Button>
      </span>
    );
  return (
    <form
      className={className}
      onSubmit={(e) => {
        e.preventDefault();
        void send(body(why.trim()), params).then((o) => {
          if (o.ok) onDone?.();
        });
      }}
    >
      <TextField label={label} value={why} onChange={setWhy} note={note} autoFocus />
      <Refused problem={problem} />
      <div className="flex gap-3">
        <Button submit busy={busy} notYet={why.trim() ? null : say('say_why')}>
          {act}
        </Button>
        <Button onPress={draft.leave(() => undefined)}>{say('cancel')}</Button>
      </div>
    </form>
  );
}
