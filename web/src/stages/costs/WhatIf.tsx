import type { CostChoices } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { breakEvenYield, costForm, withEnding } from '@ember-slate/core/costs';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChosenRow } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useSold } from '../../app/shop.tsx';
import { MoneyField, SelectField, TextField, WeightField } from '../../parts/Field.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { formatMoney, parseMoney, plainMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

const numberOf = (text: string): number | null => {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) ? value : null;
};

type Sort = 'profitPerKg' | 'profitPerMinute';
interface Row {
  f: CostChoices['forms'][number];
  c: ReturnType<typeof costForm>;
}

/** Which form earns most, and where whole and filleted meet. */
function Answer({ rows, own, sort }: { rows: readonly Row[]; own: Record<string, number>; sort: Sort }) {
  const best = rows[0];
  const whole = rows.find((r) => r.f.form === 'whole');
  const fillet = rows.find((r) => r.f.form === 'fillet_skin_on' || r.f.form === 'quarter_cut');
  return (
    <p className="pb-2">
      {best
        ? say('earn_most_a_fish', {
            f: best.f.name[0]!.toUpperCase(),
            f2: best.f.name.slice(1),
            endsWith: best.f.name.split(',')[0]!.endsWith('s') ? '' : 's',
            sort: sort === 'profitPerKg' ? say('a_kg_of_fish') : say('a_minute_at_the_bench'),
            profit: formatMoney(Math.round(best.c.profit!)),
          })
        : say('no_form_of_it_has_a_price_yet')}{' '}
      {whole && fillet && fillet.c.full !== null && whole.c.takings !== null && (
        <>
          {say('sold_whole_at_and_filleted_at_they', {
            whole: formatMoney(own.whole ?? whole.f.perKg!),
            filleted: formatMoney(own[fillet.f.form] ?? fillet.f.perKg!),
            yield: (
              breakEvenYield(own.whole ?? whole.f.perKg!, own[fillet.f.form] ?? fillet.f.perKg!) * 100
            ).toFixed(1),
          })}
        </>
      )}{' '}
      <Why>
        <p>{say('by_yield_paid_yield_with_trim_paid')}</p>
        <p>{say('shared_fish_and_labour_over_every')}</p>
        <p>{say('yields_are_learned_from_the_shops')}</p>
      </Why>
    </p>
  );
}

interface FormsProps {
  rows: readonly Row[];
  ending: CostChoices['settings']['ending'];
  sort: Sort;
  onSort: (by: Sort) => void;
  onPrice: (form: string, perKg: number) => void;
}

const money = (minor: number | null) => (minor === null ? '–' : formatMoney(minor));

/** A form, and where its yield comes from. */
function Named({ f, trimWorth }: { f: Row['f']; trimWorth: number }) {
  return (
    <>
      <span className="font-figure text-label font-semibold">{f.name}</span>
      <span className="block text-note text-ink3">
        {f.learnedFrom > 0
          ? say('learned_from_fish', { learnedFrom: f.learnedFrom })
          : say('the_books_yield')}
        {trimWorth > 0 && say('trim', { trimWorth: formatMoney(trimWorth) })}
      </span>
    </>
  );
}

function PriceField({ f, onPrice }: { f: Row['f']; onPrice: FormsProps['onPrice'] }) {
  return (
    <input
      aria-label={say('price_a_kg_of', { form: f.name })}
      className="w-[72px] border-b-2 border-rule bg-transparent text-right font-figure text-label outline-none focus:border-ink"
      defaultValue={plainMoney(f.perKg!)}
      inputMode="decimal"
      onChange={(e) => {
        const value = parseMoney(e.target.value);
        if (value !== null && value > 0) onPrice(f.form, value);
      }}
    />
  );
}

/** Every form by what it costs and earns. */
function Forms({ rows, ending, sort, onSort, onPrice }: FormsProps) {
  const sorts = (by: Sort, words: string) => (
    <button
      type="button"
      className={sort === by ? 'font-semibold text-ink' : 'why'}
      onClick={() => onSort(by)}
    >
      {words}
    </button>
  );
  return (
    <Table
      least={940}
      rows={rows}
      keyOf={({ f }) => f.form}
      columns={[
        { head: say('form_2'), cell: ({ f, c }) => <Named f={f} trimWorth={c.trimWorth} /> },
        {
          head: say('yield'),
          cell: ({ f }) => `${(f.yield * 100).toFixed(1)} %`,
          figure: true,
          className: 'whitespace-nowrap',
        },
        { head: say('gives'), cell: ({ c }) => <Mass g={c.grams} />, figure: true },
        { head: say('by_yield'), cell: ({ c }) => money(c.byYield), figure: true },
        { head: say('with_trim'), cell: ({ c }) => money(c.credited), figure: true },
        { head: say('shared'), cell: ({ c }) => money(c.joint), figure: true },
        { head: say('labour'), cell: ({ c }) => formatMoney(c.labour), figure: true },
        { head: say('full_a_kg'), cell: ({ c }) => money(c.full), figure: true },
        { head: say('price_3'), cell: ({ f }) => <PriceField f={f} onPrice={onPrice} />, figure: true },
        {
          head: say('wanted'),
          cell: ({ c }) => (c.priceWanted === null ? '–' : formatMoney(withEnding(c.priceWanted, ending))),
          figure: true,
        },
        {
          head: say('breaks_even'),
          cell: ({ c }) => (c.breakEven === null ? '–' : `${(c.breakEven * 100).toFixed(1)} %`),
          figure: true,
          className: 'text-ink2',
        },
        {
          head: sorts('profitPerKg', say('earns_a_kg')),
          cell: ({ c }) => formatMoney(Math.round(c.profitPerKg!)),
          figure: true,
          className: 'font-semibold',
        },
        {
          head: sorts('profitPerMinute', say('a_minute')),
          cell: ({ c }) => (c.profitPerMinute === null ? '–' : formatMoney(Math.round(c.profitPerMinute))),
          figure: true,
        },
      ]}
    />
  );
}

/** One fish, every form it could become, by what it costs and earns; everything may be changed to see what if. */
function Sums({ of }: { of: CostChoices }) {
  const [paid, setPaid] = useState<number | null>(of.paidPerKg);
  const [fish, setFish] = useState(of.fishGrams);
  const [points, setPoints] = useState('0');
  const [trim, setTrim] = useState('100');
  const [margin, setMargin] = useState(String(Math.round(of.settings.margin * 100)));
  const [hour, setHour] = useState<number | null>(of.settings.perHour);
  const [own, setOwn] = useState<Record<string, number>>({});
  const [sort, setSort] = useState<Sort>('profitPerKg');
  const input = {
    paidPerKg: paid ?? 0,
    landingPerKg: of.settings.landingPerKg,
    fishGrams: fish,
    perHour: hour ?? 0,
    margin: Math.min(0.95, Math.max(0, (numberOf(margin) ?? 0) / 100)),
    keeps: of.keeps,
  };
  const rows = of.forms
    .map((f) => ({
      f,
      c: costForm(input, {
        ...f,
        perKg: own[f.form] ?? f.perKg,
        yield: Math.min(
          1,
          Math.max(0.01, f.yield + (f.form === 'whole' ? 0 : (numberOf(points) ?? 0) / 100)),
        ),
        trims: f.trims.map((t) => ({ ...t, perKg: Math.round((t.perKg * (numberOf(trim) ?? 0)) / 100) })),
      }),
    }))
    .filter((r) => r.c.takings !== null)
    .sort((a, b) => (b.c[sort] ?? -Infinity) - (a.c[sort] ?? -Infinity));
  return (
    <>
      <div className="grid grid-cols-6 gap-x-5 max-lg:grid-cols-3 max-sm:grid-cols-2">
        <MoneyField
          label={say('paid_a_kg')}
          value={paid}
          onChange={setPaid}
          note={of.lot ? `${of.lot.code}, ${of.lot.supplier}` : say('never_bought_yet')}
        />
        <WeightField
          label={say('one_fish')}
          value={{ grams: fish, source: 'typed' }}
          onChange={(w) => w && setFish(w.grams)}
          take={{ act: say('take_fish'), title: say('one_fish_2', { speciesName: of.speciesName }) }}
        />
        <TextField label={say('yield_points_more')} value={points} onChange={setPoints} inputMode="decimal" />
        <TextField label={say('trim_prices')} value={trim} onChange={setTrim} inputMode="decimal" />
        <TextField label={say('wanted_margin_2')} value={margin} onChange={setMargin} inputMode="decimal" />
        <MoneyField label={say('bench_hour')} value={hour} onChange={setHour} />
      </div>
      <Answer rows={rows} own={own} sort={sort} />
      <Forms
        rows={rows}
        ending={of.settings.ending}
        sort={sort}
        onSort={setSort}
        onPrice={(form, perKg) => setOwn((had) => ({ ...had, [form]: perKg }))}
      />
    </>
  );
}

/** Which form of this fish earns most, and what if the price, the yield or the hour were another. */
export function WhatIf() {
  const [asked, setSpecies] = useChosenRow('species');
  const speciesId = asked ?? 'hake';
  const sold = useSold(speciesId);
  const { data, problem, refetch } = useRead(routes.costs.choices, { query: { speciesId } });
  return (
    <section>
      <SelectField
        className="w-72"
        label={say('fish_2')}
        value={speciesId}
        onChange={setSpecies}
        options={[...sold]
          .map((s) => ({ value: s.id, name: shortName(s.name) }))
          .sort((a, b) => a.name.localeCompare(b.name))}
      />
      {data ? <Sums key={data.speciesId} of={data} /> : <Waiting problem={problem} onRetry={refetch} />}
    </section>
  );
}
