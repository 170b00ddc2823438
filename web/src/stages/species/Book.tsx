import { arrivalFraction, shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useChosenRow } from '../../app/address.ts';
import { useShop, useSpecies } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Fish } from '../../parts/Fish.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { SpeciesEditor } from './SpeciesEditor.tsx';
import { WhatWeSell } from './WhatWeSell.tsx';
import { SpeciesPage } from './SpeciesPage.tsx';
import { say } from './say.ts';

/** The species book: found by any name or code, read, changed, added to. */
export default function Book() {
  const book = useSpecies();
  const id = useParams().id;
  const go = useNavigate();
  const { me } = useShop();
  const [query, setQuery] = useState('');
  const [editing, setEditing] = useState<'no' | 'this' | 'new'>('no');
  const [what, setWhat] = useChosenRow('what');
  if (book.size === 0) return <Waiting problem={undefined} onRetry={() => undefined} />;
  const wanted = query.trim().toLowerCase();
  const all = [...book.values()].sort((a, b) => shortName(a.name).localeCompare(shortName(b.name)));
  const found = all.filter((s) =>
    `${s.name} ${s.names} ${s.scientificName} ${s.asfis ?? ''} ${s.id}`.toLowerCase().includes(wanted),
  );
  const shown = (id && book.get(id)) || found[0] || all[0]!;
  const open = (next: string) => {
    setEditing('no');
    void go(`/species/${next}`);
  };
  return (
    <div className="panes grid-cols-[230px_minmax(0,1fr)]">
      <div className="pane-list flex flex-col">
        <label className="field shrink-0">
          <span className="field-label">{say('name_or_code')}</span>
          <input
            className="field-value"
            value={query}
            autoComplete="off"
            onChange={(e) => setQuery(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && found[0] && open(found[0].id)}
          />
          <span className="field-note">{say('of', { found: found.length, all: all.length })}</span>
        </label>
        <ul aria-label={say('species')} className="min-h-0 flex-1 overflow-y-auto">
          {found.map((s) => (
            <li key={s.id} className="border-b border-line">
              <button
                type="button"
                aria-current={s.id === shown.id}
                onClick={() => open(s.id)}
                className={`flex min-h-12 w-full items-center justify-between gap-2 px-2 text-left hover:bg-lift ${s.id === shown.id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
              >
                <span className={`truncate font-figure text-label ${s.sold ? 'font-semibold' : 'text-ink2'}`}>
                  {shortName(s.name)}
                  {!s.sold && <span className="block text-note">{say('not_sold_short')}</span>}
                </span>
                <span className="shrink-0" aria-hidden="true">
                  <Fish species={s} grams={s.typicalG * arrivalFraction(s, 'whole')} perMm={0.055} />
                </span>
              </button>
            </li>
          ))}
          {found.length === 0 && (
            <li className="py-3 text-ink2">{say('no_fish_of_that_name_in_the_book')}</li>
          )}
        </ul>
        {me.role === 'manager' && (
          <div className="flex shrink-0 flex-wrap gap-2 py-2">
            <Button small onPress={() => setEditing('new')}>
              {say('add_a_species')}
            </Button>
            <Button small onPress={() => setWhat('sold')}>
              {say('what_we_sell')}
            </Button>
          </div>
        )}
      </div>
      <div className="pane pb-6">
        {what === 'sold' && me.role === 'manager' ? (
          <WhatWeSell onDone={() => setWhat(null)} />
        ) : editing === 'no' ? (
          <SpeciesPage
            key={shown.id}
            species={shown}
            onEdit={me.role === 'manager' ? () => setEditing('this') : null}
          />
        ) : (
          <SpeciesEditor
            key={`${editing} ${shown.id} ${shown.version}`}
            species={shown}
            isNew={editing === 'new'}
            onDone={open}
            onCancel={() => setEditing('no')}
          />
        )}
      </div>
    </div>
  );
}
