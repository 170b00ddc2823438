import { contract } from '@ember-slate/contract';
import { questions, type School } from '@ember-slate/core/forms';
import { useChange } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { useSaid } from '../../app/said.ts';
import { useFormSettings } from '../../parts/forms.ts';
import { Waiting } from '../../parts/Waiting.tsx';

/** What a school does to yield and time, in words. */
function effect(s: School): string {
  const [low, high] = s.points;
  const points =
    low === 0 && high === 0
      ? ''
      : `${low > 0 ? '+' : '−'}${Math.abs(low > 0 ? low : high === 0 ? low : high)} to ${Math.abs(low > 0 ? high : low)} points of yield`.replace(
          /−(\S+) to \1 /,
          '−$1 ',
        );
  const minutes =
    s.minutes[1] === 0 ? '' : `${s.minutes[1] > 0 ? '+' : '−'}${Math.abs(s.minutes[1])} min a medium fish`;
  return [points, minutes].filter((t) => t !== '').join(', ');
}

/** Where good cutters disagree: the shop's way, and your own before it; a ticket may still choose another. */
export default function SchoolsPage() {
  const settings = useFormSettings();
  const { me } = useShop();
  const shop = useChange(contract.forms.shopSchools);
  const mine = useChange(contract.forms.mySchools);
  const said = useSaid();
  if (!settings) return <Waiting problem={undefined} again={() => undefined} />;
  const choose = async (who: 'shop' | 'mine', question: string, school: string | null) => {
    if (who === 'mine') return said(await mine.send({ question, school }));
    const { [question]: _was, ...others } = settings.shop;
    const choices = school === null ? others : { ...others, [question]: school };
    return said(await shop.send({ version: settings.shopVersion, choices }));
  };
  return (
    <div>
      <h1 className="text-head">Where good cutters disagree</h1>
      <p className="pb-2 text-label text-ink2">
        The shop’s way counts unless you set your own; a ticket may choose another. Figures are against the
        first of each row.
      </p>
      <table className="plain">
        <thead>
          <tr>
            <th className="w-[180px]">Question</th>
            <th>Ways</th>
          </tr>
        </thead>
        <tbody>
          {questions.map((q) => {
            const ofShop = settings.shop[q.id] ?? q.schools[0].id;
            const own = settings.mine[q.id];
            return (
              <tr key={q.id} className="align-top">
                <td className="pt-3 font-figure text-label font-semibold">{q.name}</td>
                <td className="py-1.5">
                  <ul className="grid grid-cols-2 gap-x-6 max-sm:grid-cols-1">
                    {(q.schools as readonly School[]).map((s) => (
                      <li key={s.id} className="flex min-h-12 items-center gap-3">
                        <span className="min-w-0 flex-1">
                          <span
                            className={`block font-figure text-label ${(own ?? ofShop) === s.id ? 'font-bold' : 'font-medium'}`}
                          >
                            {s.name}
                          </span>
                          <span className="block text-note text-ink2">
                            {[effect(s), s.note].filter((t) => t !== '').join('. ')}
                          </span>
                        </span>
                        {me.role === 'manager' && (
                          <button
                            type="button"
                            aria-pressed={ofShop === s.id}
                            className={`btn btn-small ${ofShop === s.id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                            onClick={() => void choose('shop', q.id, s.id)}
                          >
                            shop
                          </button>
                        )}
                        {me.role !== 'counter' && (
                          <button
                            type="button"
                            aria-pressed={own === s.id}
                            className={`btn btn-small ${own === s.id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                            onClick={() => void choose('mine', q.id, own === s.id ? null : s.id)}
                          >
                            mine
                          </button>
                        )}
                      </li>
                    ))}
                  </ul>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
