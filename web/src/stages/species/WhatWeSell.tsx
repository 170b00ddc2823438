import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useRead } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useSpecies } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Form } from '../../parts/Form.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

function Ticks({ sold, onDone }: { sold: AnswerOf<typeof routes.species.sold>; onDone: () => void }) {
  const book = useSpecies();
  const all = [...book.values()].sort((a, b) => shortName(a.name).localeCompare(shortName(b.name)));
  const form = useForm({
    draft: useDraft('species sold'),
    opened: { version: sold.version, off: sold.off },
    route: routes.species.setSold,
    body: (v) => v,
    onDone,
  });
  const { off } = form.values;
  const names = (ids: readonly string[]) =>
    ids.length === 0
      ? say('all_of_them_are_sold')
      : ids.map((id) => shortName(book.get(id)?.name ?? id)).join(', ');
  return (
    <Form
      of={form}
      label={say('what_we_sell')}
      submit={say('save')}
      onLeave={onDone}
      stale={{ names: { off: say('not_sold_here') }, kinds: { off: names } }}
      more={
        <>
          <Button small onPress={() => form.set({ off: [] })}>
            {say('tick_all')}
          </Button>
          <Button small onPress={() => form.set({ off: all.map((s) => s.id) })}>
            {say('tick_none')}
          </Button>
        </>
      }
    >
      <ul className="grid grid-cols-3 gap-x-6 pb-4 max-lg:grid-cols-2 max-sm:grid-cols-1">
        {all.map((s) => (
          <li key={s.id} className="border-b border-line">
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                className="size-6 accent-(--ink)"
                checked={!off.includes(s.id)}
                onChange={(e) =>
                  form.set({ off: e.target.checked ? off.filter((id) => id !== s.id) : [...off, s.id] })
                }
              />
              <span className="truncate font-figure text-label font-semibold">{shortName(s.name)}</span>
            </label>
          </li>
        ))}
      </ul>
    </Form>
  );
}

/** Which species of the book the shop sells: the rest is in no list to choose from. */
export function WhatWeSell({ onDone }: { onDone: () => void }) {
  const { data: sold, problem, refetch } = useRead(routes.species.sold);
  if (!sold) return <Waiting problem={problem} onRetry={refetch} />;
  return (
    <section>
      <h1 className="text-head max-sm:text-big">{say('what_we_sell')}</h1>
      <p className="max-w-[70ch] pb-3 text-ink2">{say('what_is_not_ticked_is_in_no_list')}</p>
      <Ticks key={sold.version} sold={sold} onDone={onDone} />
    </section>
  );
}
