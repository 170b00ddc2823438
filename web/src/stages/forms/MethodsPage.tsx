import { inWords } from '@ember-slate/words/core';
import { routes } from '@ember-slate/contract/routes';
import { methodEffect, questions, type Method, type QuestionId } from '@ember-slate/core/board';
import { useChange } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { useNotify } from '../../app/notify.ts';
import { useFormSettings } from '../../parts/forms.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

const sign = (n: number, digits: number) => `${n > 0 ? '+' : '−'}${Math.abs(n).toFixed(digits)}`;

/** What a method does to grams and time on a usual fish of medium size, worked out as every ticket is. */
function effect(question: QuestionId, method: string): string {
  const so = methodEffect(question, method);
  if (!so) return '';
  const [points, minutes] = [so.points[1], so.minutes[1]];
  return [
    Math.abs(points) < 0.05 ? '' : say('points_of_yield', { points: sign(points, 1) }),
    Math.abs(minutes) < 0.05 ? '' : say('min_a_medium_fish', { minutes: sign(minutes, 1) }),
  ]
    .filter((t) => t !== '')
    .join(', ');
}

/** Where good cutters disagree: the shop's way, and your own before it; a ticket may still choose another. */
export default function MethodsPage() {
  const settings = useFormSettings();
  const { me } = useShop();
  const shop = useChange(routes.forms.shopMethods);
  const mine = useChange(routes.forms.myMethods);
  const said = useNotify();
  if (!settings) return <Waiting problem={undefined} onRetry={() => undefined} />;
  const choose = async (who: 'shop' | 'mine', question: string, method: string | null) => {
    if (who === 'mine') return said(await mine.send({ question, method }));
    const { [question]: _was, ...others } = settings.shop;
    const choices = method === null ? others : { ...others, [question]: method };
    return said(await shop.send({ version: settings.shopVersion, choices }));
  };
  const ofShop = (q: (typeof questions)[number]) => settings.shop[q.id] ?? q.methods[0].id;
  const own = (q: (typeof questions)[number]) => settings.mine[q.id];
  return (
    <div>
      <h1 className="text-head">{say('cutting_methods')}</h1>
      <p className="pb-2 text-label text-ink2">{say('where_good_cutters_disagree_the')}</p>
      <Table
        rows={questions}
        keyOf={(q) => q.id}
        columns={[
          {
            head: say('question'),
            cell: (q) => inWords(q.name),
            width: 'w-[180px]',
            className: 'pt-3 align-top font-figure text-label font-semibold',
          },
          {
            head: say('methods'),
            cell: (q) => (
              <ul className="grid grid-cols-2 gap-x-6 max-sm:grid-cols-1">
                {(q.methods as readonly Method[]).map((s) => (
                  <li key={s.id} className="flex min-h-12 items-center gap-3">
                    <span className="min-w-0 flex-1">
                      <span
                        className={`block font-figure text-label ${(own(q) ?? ofShop(q)) === s.id ? 'font-bold' : 'font-medium'}`}
                      >
                        {inWords(s.name)}
                      </span>
                      <span className="block text-note text-ink2">
                        {inWords([effect(q.id, s.id), s.note].filter((t) => t !== '')).join('. ')}
                      </span>
                    </span>
                    {me.role === 'manager' && (
                      <button
                        type="button"
                        aria-pressed={ofShop(q) === s.id}
                        className={`btn btn-small ${ofShop(q) === s.id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                        onClick={() => void choose('shop', q.id, s.id)}
                      >
                        {say('shop')}
                      </button>
                    )}
                    {me.role !== 'counter' && (
                      <button
                        type="button"
                        aria-pressed={own(q) === s.id}
                        className={`btn btn-small ${own(q) === s.id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                        onClick={() => void choose('mine', q.id, own(q) === s.id ? null : s.id)}
                      >
                        {say('mine')}
                      </button>
                    )}
                  </li>
                ))}
              </ul>
            ),
            className: 'py-1.5 align-top',
          },
        ]}
      />
    </div>
  );
}
