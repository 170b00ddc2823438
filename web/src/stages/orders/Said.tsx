import { formOf, offered } from '@ember-slate/core/forms';
import { anyWhite, parseOrder, type ParsedLine } from '@ember-slate/core/orders';
import { shortName } from '@ember-slate/core/species';
import { useMemo, useState } from 'react';
import { useSpecies, useTimes } from '../../app/shop.tsx';
import { TextField } from '../../parts/Field.tsx';
import { useForms } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { wishWords } from '../../parts/words.ts';
import { draftOf, type Draft } from './draft.ts';
import { say } from './say.ts';

/** The whole order in one line, as it is said; what was understood stands under it, and Enter puts it into the fields. */
export function Said({
  onTake,
}: {
  onTake: (drafts: Draft[], day: string | null, minutes: number | null) => void;
}) {
  const book = useSpecies();
  const forms = useForms();
  const mass = useMass();
  const { today, local, dayWords } = useTimes();
  const [text, setText] = useState('');
  const parsed = useMemo(
    () =>
      text.trim() === ''
        ? null
        : parseOrder(text, {
            species: [...book.values()],
            forms: offered(forms),
            today: today(),
            weekday: local(new Date()).getDay(),
          }),
    [text, book, forms, today, local],
  );
  const words = (l: ParsedLine) => {
    const amount =
      l.totalGrams !== null
        ? mass(l.totalGrams)
        : l.pieces !== null && l.pieceGrams !== null
          ? `${l.pieces} × ${mass(l.pieceGrams)}`
          : say('how_much');
    const name =
      l.speciesId === anyWhite
        ? say('any_white_fish_2')
        : l.speciesId
          ? shortName(book.get(l.speciesId)!.name)
          : say('which_fish');
    const wishes = wishWords({ ...l, use: '', people: null });
    return [
      `${amount} ${l.form ? formOf(forms, l.form).name : ''}`,
      ...(l.thickMm === null ? [] : [say('mm_thick', { thickMm: l.thickMm })]),
      name,
      ...(l.people === null ? [] : [say('for', { people: l.people })]),
      ...(l.use ? [say('to', { use: l.use })] : []),
      ...wishes,
    ].join(', ');
  };
  const at = parsed?.minutes ?? null;
  const take = () => {
    if (!parsed || parsed.lines.length === 0) return;
    onTake(parsed.lines.map(draftOf), parsed.day, parsed.minutes);
    setText('');
  };
  return (
    <div
      onKeyDown={(e) => {
        if (e.key !== 'Enter') return;
        e.preventDefault();
        take();
      }}
    >
      <TextField
        label={say('the_order_as_it_is_said_then_enter')}
        value={text}
        onChange={setText}
        note={parsed ? '' : say('n4_x_170_g_hake_portions_2_kg')}
      />
      {parsed && (
        <ul className="pb-2 text-note" role="status">
          {parsed.lines.map((l, i) => (
            <li key={i}>
              <span className={l.speciesId ? 'text-ink' : 'text-embertext'}>{words(l)}</span>
              {l.left && <span className="text-embertext"> {say('not_understood', { left: l.left })}</span>}
            </li>
          ))}
          {(parsed.day !== null || at !== null) && (
            <li className="text-ink2">
              {parsed.day === null ? '' : dayWords(parsed.day)}
              {at === null
                ? ''
                : ` ${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`}
            </li>
          )}
        </ul>
      )}
    </div>
  );
}
