import type { AnswerOf, ListKind } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChange } from '../app/api.ts';
import { useDraft, useKept } from '../app/draft.ts';
import { useNotify } from '../app/notify.ts';
import { ListText } from './ListText.tsx';
import { ReadAndTake } from './ReadAndTake.tsx';
import { Refused } from './Refused.tsx';
import { Table } from './Table.tsx';
import { say } from './say.ts';

const words: Record<ListKind, { columns: string; example: string }> = {
  customers: { columns: say('columns_of_customers'), example: say('example_of_customers') },
  suppliers: { columns: say('columns_of_suppliers'), example: say('example_of_suppliers') },
  goods: { columns: say('columns_of_goods'), example: say('example_of_goods') },
};
type Read = AnswerOf<typeof routes.lists.read>;

/** A list the shop brings along: every line as it is read, and then all of them or none. */
export function PastedList({ kind, onDone }: { kind: ListKind; onDone: () => void }) {
  const draft = useDraft(`list of ${kind}`);
  const [text, setText] = useKept(draft, 'text', '');
  // What was read counts for the lines it was read from.
  const [had, setHad] = useState<{ text: string; read: Read } | null>(null);
  const read = had?.text === text ? had.read : null;
  const reading = useChange(routes.lists.read);
  const taking = useChange(routes.lists.take, draft);
  const said = useNotify();
  const look = async (source: string) => {
    const outcome = await reading.send({ kind, text: source });
    setHad(outcome.ok ? { text: source, read: outcome.data } : null);
  };
  const rows = read?.rows ?? [];
  const wrong = rows.filter((r) => r.is === null).length;
  const take = async () => {
    if (said(await taking.send({ kind, text }), say('lines_taken', { lines: rows.length }))) onDone();
    else await look(text);
  };
  const unread = (read?.columns ?? []).filter((c) => c.heading === null).map((c) => c.name);
  return (
    <section className="border-t border-line pt-3 pb-5" aria-label={say('a_list')}>
      <ListText
        text={text}
        onText={setText}
        onFile={(source) => void look(source)}
        columns={words[kind].columns}
        example={words[kind].example}
      />
      <Refused problem={reading.problem} />
      {read && (
        <>
          <p className="pb-1 text-note text-ink2">
            {say('columns_found', {
              columns: read.columns
                .filter((c) => c.heading !== null)
                .map((c) => c.heading)
                .join(', '),
            })}{' '}
            {unread.length > 0 && say('columns_not_there', { columns: unread.join(', ') })}
          </p>
          <Table
            label={say('as_it_is_read')}
            rows={rows}
            keyOf={(r) => r.line}
            columns={[
              { head: say('line'), cell: (r) => r.line, figure: true, width: 'w-14' },
              {
                head: say('what'),
                cell: (r) =>
                  r.is ?? (
                    <>
                      {r.cells.join(', ')}
                      {r.errors.map((e) => (
                        <span key={e} className="block text-note text-embertext">
                          {e}
                        </span>
                      ))}
                    </>
                  ),
              },
            ]}
          />
        </>
      )}
      <ReadAndTake
        text={text}
        read={read !== null}
        wrong={wrong}
        busy={reading.busy || taking.busy}
        take={say('take_these_lines', { lines: rows.length })}
        onRead={() => void look(text)}
        onTake={() => void take()}
        onLeave={draft.leave(onDone)}
      />
    </section>
  );
}
