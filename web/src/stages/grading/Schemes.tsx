import { routes } from '@ember-slate/contract/routes';
import { maxIndex } from '@ember-slate/core/freshness';
import { useChosenRow, useView } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Calibration } from './Calibration.tsx';
import { SchemeEditor } from './SchemeEditor.tsx';
import { say } from './say.ts';

/** The schemes fish is judged by: their signs and versions, and how the shop's own lots age on them. */
export default function Schemes() {
  const { data: schemes, problem, refetch } = useRead(routes.grading.schemes);
  const { me } = useShop();
  const [chosen, setChosen] = useChosenRow('scheme');
  const [part, setPart] = useView('part', ['signs', 'line'], 'signs');
  if (!schemes) return <Waiting problem={problem} onRetry={refetch} />;
  const shown = schemes.find((s) => s.id === chosen) ?? schemes[0]!;
  return (
    <div className="screen">
      <div className="pb-2">
        <h1 className="text-head max-sm:text-big">{shown.name}</h1>
        <p className="text-ink2">
          {say('version_grades_made_with_it', {
            method:
              shown.method === 'index'
                ? say('points_that_add_up_to_the_fish_is', {
                    signs: maxIndex(shown.signs),
                    rejectAt: shown.rejectAt ?? '',
                  })
                : say('each_level_of_a_sign_has_its_place'),
            version: shown.version,
            grades: shown.grades,
          })}
        </p>
      </div>
      <div className="panes grid-cols-[230px_minmax(0,1fr)] border-t border-line">
        <ul aria-label={say('schemes')} className="pane-list">
          {schemes.map((s) => (
            <li key={s.id} className="border-b border-line">
              <button
                type="button"
                aria-current={s.id === shown.id}
                onClick={() => setChosen(s.id)}
                className={`block w-full px-2 py-2.5 text-left hover:bg-lift ${s.id === shown.id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
              >
                <span className="block font-figure text-label leading-5 font-semibold">{s.name}</span>
                <span className="text-note text-ink3">
                  {s.shipped && s.version === 1
                    ? say('as_shipped')
                    : say('version_2', { version: s.version })}
                  {Object.keys(s.calibration).length > 0 ? say('own_line') : ''}
                </span>
              </button>
            </li>
          ))}
        </ul>
        <section className="pane pt-2 pb-6">
          <div className="flex gap-6 pb-3" role="tablist">
            {(
              [
                ['signs', say('signs_and_levels')],
                ['line', say('how_our_own_lots_age_on_it')],
              ] as const
            ).map(([id, name]) => (
              <button
                key={id}
                type="button"
                role="tab"
                aria-selected={part === id}
                onClick={() => setPart(id)}
                className={`h-11 border-b-2 font-figure text-label ${part === id ? 'border-ink font-semibold' : 'border-transparent text-ink2'}`}
              >
                {name}
              </button>
            ))}
          </div>
          {part === 'signs' ? (
            <SchemeEditor
              key={`${shown.id} ${shown.version}`}
              scheme={shown}
              mayChange={me.role === 'manager'}
            />
          ) : (
            <Calibration key={shown.id} scheme={shown} mayApply={me.role === 'manager'} />
          )}
        </section>
      </div>
    </div>
  );
}
