import type { AnswerOf, TrimBook } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { addDays } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { products, type Product } from '@ember-slate/core/trim';
import { useState } from 'react';
import { useView } from '../../app/address.ts';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { SelectField, TextField, WeightField, type Weight } from '../../parts/Field.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { WithReason } from '../../parts/WithReason.tsx';
import { Why } from '../../parts/Why.tsx';
import { BesideCounter } from '../../parts/BesideCounter.tsx';
import { rowKey } from '../../parts/rowKey.ts';
import { TickList } from '../../parts/TickList.tsx';
import { TrimRuleDialog } from './TrimRuleDialog.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';
import { type Column, Table } from '../../parts/Table.tsx';

type OnHand = AnswerOf<typeof routes.trim.onHand>;

/** Makes a batch: what it is, which tubs go in, what comes out. */
function MakeBatch({ lying }: { lying: OnHand }) {
  const draft = useDraft('batch of trim');
  const { send, busy, problem } = useChange(routes.trim.make, draft);
  const mass = useMass();
  const dispatch = useAppDispatch();
  const [product, setProduct] = useKept(draft, 'product', lying.products[0]!.id);
  const [chosen, setChosen] = useKept<readonly string[]>(draft, 'chosen', []);
  const [out, setOut] = useKept<Weight | null>(draft, 'out', null);
  const [remarks, setRemarks] = useKept(draft, 'remarks', '');
  const made = lying.products.find((p) => p.id === product)!;
  const fit = lying.rows.filter((r) => r.refused[product] === undefined);
  // What it is never made of needs no reason.
  const parts = (products as Readonly<Record<string, Product | undefined>>)[product]?.of ?? [];
  const refused = lying.rows.filter((r) => parts.includes(r.part) && r.refused[product] !== undefined);
  const inputs = fit.filter((r) => chosen.includes(rowKey(r)));
  const gramsIn = inputs.reduce((s, r) => s + r.grams, 0);
  const species = [...new Set(inputs.map((r) => shortName(r.speciesName)))];
  const make = async () => {
    const outcome = await send({
      product,
      inputs: inputs.map(({ place, lotId, item, batch, grams }) => ({ place, lotId, item, batch, grams })),
      grams: out?.grams ?? 0,
      remarks,
    });
    if (!outcome.ok) return;
    dispatch(
      notify({
        text: say('made_of_tubs', { made: made.name, inputs: inputs.length, grams: mass(out!.grams) }),
        problem: false,
      }),
    );
  };
  return (
    <section aria-label={say('make_a_batch')}>
      <div className="grid grid-cols-2 gap-5">
        <SelectField
          label={say('make')}
          value={product}
          onChange={(p) => {
            setProduct(p);
            setChosen([]);
          }}
          options={lying.products.map((p) => ({ value: p.id, name: p.name }))}
        />
        <p className="pt-5 text-note text-ink2">
          {made.how}
          {made.soakMinutes > 0 && ` ${say('soak_h_set_a_timer', { soakMinutes: made.soakMinutes / 60 })}`}
        </p>
      </div>
      <TickList
        rows={fit}
        nameOf={(r) => r.name}
        ticked={(r) => chosen.includes(rowKey(r))}
        onTick={(r, on) =>
          setChosen((had) => (on ? [...had, rowKey(r)] : had.filter((k) => k !== rowKey(r))))
        }
      />
      {fit.length === 0 && <p className="py-2 text-ink2">{say('no_trim_lies_there_that_may_go_in')}</p>}
      {refused.length > 0 && (
        <p className="py-1 text-note text-ink3">
          {say('kept_out', {
            refused: refused
              .map((r) => `${r.code} ${r.name} (${r.refused[product]!})`)
              .slice(0, 4)
              .join('; '),
          })}
          {refused.length > 4 && ` ${say('and_more', { refused: refused.length - 4 })}`}
        </p>
      )}
      <div className="grid grid-cols-2 gap-5 pt-3">
        <WeightField
          label={say('what_came_of', { gramsIn: mass(gramsIn) })}
          value={out}
          onChange={setOut}
          take={{ act: say('take_batch'), title: say('ready_2', { made: made.name }) }}
          note={say('fish_only_before_salt_binder_or')}
        />
        <TextField label={say('note')} value={remarks} onChange={setRemarks} />
      </div>
      {species.length > 0 && (
        <p className="pb-2 text-note text-ink2">
          {say('its_label_names_allergen_fish', { species: species.join(', ') })}
          {!made.food && ` ${say('not_for_people')}`}
        </p>
      )}
      <Refused problem={problem} />
      <Button
        kind="main"
        busy={busy}
        notYet={inputs.length === 0 ? say('choose_what_goes_in') : out ? null : say('weigh_what_came_out')}
        onPress={() => void make()}
      >
        {say('make_2', { made: made.name })}
      </Button>
    </section>
  );
}

const spans = { day: 0, week: 6, month: 29 } as const;
const spanIds = Object.keys(spans) as (keyof typeof spans)[];
const goesWords = { rendering: say('rendering'), bait: say('bait'), pet: say('pets') } as const;

type Part = TrimBook['parts'][number];

/** A part of the fish, and where it goes by the shop's rule. */
function Named({ p, onRule }: { p: Part; onRule: ((part: string) => void) | null }) {
  const { keep, perKg, goesTo } = p.setting;
  const kept = [p.uses[0], perKg === null ? '' : say('a_kg_2', { perKg: formatMoney(perKg) })];
  const place = goesTo in goesWords ? goesWords[goesTo as keyof typeof goesWords] : say('the_bin');
  return (
    <>
      <span className="font-figure text-label font-semibold">{p.name}</span>{' '}
      {onRule && (
        <button type="button" className="why" onClick={() => onRule(p.part)}>
          {say('rule')}
        </button>
      )}
      <span className="block text-note text-ink3">
        {keep ? kept.filter(Boolean).join(', ') : say('to_2', { goesTo: place })}
      </span>
    </>
  );
}

function PartTable({ parts, onRule }: { parts: TrimBook['parts']; onRule: (part: string) => void }) {
  const { me } = useShop();
  const shown = parts.filter(
    (p) => p.came > 0 || p.ends.there > 0 || Object.values(p.ends).some((g) => g > 0),
  );
  const grams = (head: string, of: (p: Part) => number): Column<Part> => ({
    head,
    cell: (p) => (of(p) === 0 ? <span className="text-ink3">–</span> : <Mass g={of(p)} />),
    figure: true,
  });
  const some = (minor: number) => (minor === 0 ? '–' : formatMoney(minor));
  return (
    <div>
      <Table
        least={760}
        rows={shown}
        keyOf={(p) => p.part}
        columns={[
          { head: say('part'), cell: (p) => <Named p={p} onRule={me.role === 'manager' ? onRule : null} /> },
          grams(say('came_off'), (p) => p.came),
          grams(say('sold'), (p) => p.ends.sold),
          grams(say('made_into'), (p) => p.ends.made),
          grams(say('kitchen'), (p) => p.ends.kitchen),
          grams(say('binned'), (p) => p.ends.binned),
          grams(say('there_now'), (p) => p.ends.there),
          { head: say('brought'), cell: (p) => some(p.money), figure: true },
          { head: say('missed'), cell: (p) => some(p.missed), figure: true },
        ]}
      />
      {me.role === 'manager' && shown.length < parts.length && (
        <p className="pt-2 text-note text-ink2">
          {say('rules_of_what_did_not_come_off')}
          {parts
            .filter((p) => !shown.includes(p))
            .map((p) => (
              <button key={p.part} type="button" className="why ml-3" onClick={() => onRule(p.part)}>
                {p.name}
              </button>
            ))}
        </p>
      )}
    </div>
  );
}

/** What was made of trim. A batch of today of which nothing has gone may be taken back. */
function Made({ made }: { made: TrimBook['made'] }) {
  const { today, local, time, dayWords } = useTimes();
  const mass = useMass();
  const dayOf = (at: string) => today(local(at));
  return (
    <section>
      <h2 className="text-row">{say('made')}</h2>
      {made.length === 0 && (
        <p className="border-t border-line py-2 text-ink2">{say('nothing_yet_choose_what_to_make')}</p>
      )}
      <ul>
        {made.slice(0, 8).map((m) => (
          <li key={m.id} className="border-t border-line py-1.5">
            <div className="flex justify-between font-figure text-label font-semibold">
              <span>
                {m.name} <span className="font-medium text-ink3">M{m.id}</span>
              </span>
              <span>
                <Mass g={m.gramsOut} />
              </span>
            </div>
            <div className="text-note text-ink2">
              {say('of_left', {
                day: dayWords(dayOf(m.at)),
                time: time(m.at),
                by: m.by,
                parents: m.parents.map((p) => `${p.speciesName} ${p.code} ${mass(p.grams)}`).join(', '),
                left: mass(m.left),
              })}
            </div>
            {dayOf(m.at) === today() && m.left === m.gramsOut && (
              <WithReason
                quiet
                draft={`batch ${m.id}`}
                route={routes.trim.takeBack}
                params={{ id: m.id }}
                body={(reason) => ({ reason })}
                open={say('not_made')}
                act={say('take_the_batch_back')}
                label={say('why_batch_back')}
                note={say('its_trim_lies_there_again')}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Where every trim went, what it brought, and what was binned that had a buyer. */
export default function TrimPage() {
  const { today } = useTimes();
  const [span, setSpan] = useView('over', spanIds, 'week');
  const to = today();
  const from = addDays(to, -spans[span]);
  const { data: book, problem, refetch } = useRead(routes.trim.book, { query: { from, to } });
  const { data: lying } = useRead(routes.trim.onHand);
  const [rule, setRule] = useState<string | null>(null);
  const mass = useMass();
  if (!book || !lying) return <Waiting problem={problem} onRetry={refetch} />;
  const chosen = book.parts.find((p) => p.part === rule);
  const there = lying.rows.reduce((s, r) => s + r.grams, 0);
  return (
    <div className="pb-8">
      <BesideCounter
        title={
          book.missedMoney > 0
            ? say('of_trim_was_binned_that_had_a', { missedMoney: formatMoney(book.missedMoney) })
            : there > 0
              ? say('of_trim_waits_for_its_use', { there: mass(there) })
              : say('no_trim_is_lying_about')
        }
      >
        {say('recovered_taken', {
          recoveredGrams: mass(book.recoveredGrams),
          recoveredMoney: formatMoney(book.recoveredMoney),
        })}
        {book.binnedGrams > 0 && say('binned_with_a_price_on_it', { binnedGrams: mass(book.binnedGrams) })}.{' '}
        <Why>
          <p>{say('recovered_sold_made_into_something')}</p>
          <p>{say('white_frames_and_heads_make_stock')}</p>
        </Why>
      </BesideCounter>
      <div className="grid grid-cols-[minmax(0,1.05fr)_minmax(0,1fr)] gap-10 border-t border-line pt-3 max-lg:grid-cols-1">
        <MakeBatch lying={lying} />
        <Made made={book.made} />
      </div>
      <div className="flex flex-wrap items-end justify-between gap-4 pt-6">
        <h2 className="text-row">{say('where_it_went')}</h2>
        <Choice
          className="mb-0!"
          label={say('over_2')}
          value={span}
          onChange={setSpan}
          options={[
            { value: 'day', name: say('today') },
            { value: 'week', name: say('n7_days') },
            { value: 'month', name: say('n30_days') },
          ]}
        />
      </div>
      <PartTable parts={book.parts} onRule={setRule} />
      {book.lots.length > 0 && (
        <>
          <h2 className="pt-6 text-row">{say('lot_by_lot')}</h2>
          <Table
            rows={book.lots.slice(0, 12)}
            keyOf={(l) => l.lotId}
            columns={[
              {
                head: say('lot_3'),
                cell: (l) => (
                  <>
                    <span className="font-figure text-label font-semibold">{shortName(l.speciesName)}</span>{' '}
                    <span className="text-note text-ink3">{l.code}</span>
                  </>
                ),
              },
              { head: say('recovered'), cell: (l) => <Mass g={l.recoveredGrams} />, figure: true },
              { head: say('brought'), cell: (l) => formatMoney(l.recoveredMoney), figure: true },
              {
                head: say('missed'),
                cell: (l) => (l.missedMoney === 0 ? '–' : formatMoney(l.missedMoney)),
                figure: true,
              },
            ]}
          />
        </>
      )}
      {chosen && <TrimRuleDialog part={chosen} versions={book.versions} onClose={() => setRule(null)} />}
    </div>
  );
}
