import type { Found } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { Dialog } from '../../parts/Dialog.tsx';
import { useRead } from '../api.ts';
import { useKeys } from '../keys.ts';
import { mayOpen, pageList } from '../pageList.ts';
import { useScanner } from '../scanner.ts';
import { useShop } from '../shop.tsx';
import { say } from '../say.ts';

interface Hit extends Pick<Found, 'name' | 'detail'> {
  kind: Found['kind'] | 'page';
  to: string;
}

const kinds: Record<Hit['kind'], string> = {
  lot: say('kind_lot'),
  order: say('kind_order'),
  ticket: say('kind_ticket'),
  sale: say('kind_sale'),
  customer: say('kind_customer'),
  supplier: say('kind_supplier'),
  boat: say('kind_boat'),
  delivery: say('kind_delivery'),
  species: say('kind_species'),
  form: say('kind_form'),
  page: say('kind_page'),
};

/** Where each kind of thing is looked at. */
const addressOf: Record<Found['kind'], (found: Found) => string> = {
  lot: ({ id }) => `/lots/${id}`,
  order: ({ id }) => `/orders?order=${id}`,
  ticket: ({ id }) => `/bench/${id}`,
  sale: ({ id, on }) => `/counter/sales?day=${on}&sale=${id}`,
  customer: ({ id }) => `/customers/${id}`,
  supplier: ({ id }) => `/suppliers/${id}`,
  boat: ({ id }) => `/boats/${encodeURIComponent(id)}`,
  delivery: ({ id }) => `/landing?delivery=${id}`,
  species: ({ id }) => `/species/${id}`,
  form: ({ id }) => `/forms/${id}`,
};

/** Keys are waited for this long before the shop is asked, ms. */
const pause = 150;

/** What was typed, once the hand rests. */
function useRested(text: string): string {
  const [rested, setRested] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setRested(text), pause);
    return () => clearTimeout(timer);
  }, [text]);
  return rested;
}

/** Pages whose name holds what was typed, among those one may open. */
function usePages(text: string): Hit[] {
  const { me } = useShop();
  const wanted = text.trim().toLowerCase();
  if (wanted === '') return [];
  return pageList
    .filter(({ path, name }) => !path.includes(':') && name.toLowerCase().includes(wanted))
    .map(({ path, name }) => ({ kind: 'page' as const, name, detail: '', to: `/${path}` }))
    .filter(({ to }) => mayOpen(to, me.role));
}

function Looking({ first, onClose }: { first: string; onClose: () => void }) {
  const go = useNavigate();
  const [text, setText] = useState(first);
  const asked = useRested(text).trim();
  const { data: found } = useRead(routes.find.all, { query: { text: asked }, skip: asked === '' });
  const hits: Hit[] = [
    ...(asked === '' ? [] : (found ?? [])).map((f) => ({ ...f, to: addressOf[f.kind](f) })),
    ...usePages(text),
  ];
  return (
    <Combobox
      immediate
      value={null}
      onChange={(hit: Hit | null) => {
        if (!hit) return;
        onClose();
        void go(hit.to);
      }}
    >
      <ComboboxInput
        autoFocus
        aria-label={say('find')}
        className="field-value w-full"
        autoComplete="off"
        maxLength={200}
        placeholder={say('find_anything')}
        displayValue={() => text}
        onChange={(e) => setText(e.target.value)}
      />
      <ComboboxOptions static modal={false} className="max-h-[420px] overflow-y-auto pt-2 outline-none">
        {hits.map((hit) => (
          <ComboboxOption
            key={`${hit.to} ${hit.name}`}
            value={hit}
            className="grid min-h-11 cursor-pointer grid-cols-[76px_minmax(0,1fr)_auto] items-center gap-3 border-b border-line px-2 data-focus:bg-lift"
          >
            <span className="text-note text-ink2">{kinds[hit.kind]}</span>
            <span className="truncate font-figure text-label font-semibold">{hit.name}</span>
            <span className="text-note text-ink2">{hit.detail}</span>
          </ComboboxOption>
        ))}
      </ComboboxOptions>
      {hits.length === 0 && (
        <p className="pt-3 text-ink2" role="status">
          {asked !== '' && found ? say('nothing_is_called', { text: asked }) : say('type_or_scan')}
        </p>
      )}
    </Combobox>
  );
}

interface Props {
  /** What is looked for as it is opened; null while it is shut. */
  first: string | null;
  onOpen: (first: string) => void;
  onClose: () => void;
}

/** Finds anything from anywhere: by a key, or by scanning a label where the page has no use of its own for it. */
export function Find({ first, onOpen, onClose }: Props) {
  useKeys({ '/': () => onOpen('') });
  useScanner(onOpen);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      if (!document.querySelector('[role=dialog]')) onOpen('');
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [onOpen]);
  return (
    <Dialog open={first !== null} title={say('find')} onClose={onClose}>
      <Looking key={first} first={first ?? ''} onClose={onClose} />
    </Dialog>
  );
}
