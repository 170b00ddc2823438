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
          : 'how much?';
    const name =
      l.speciesId === anyWhite
        ? 'any white fish'
        : l.speciesId
          ? shortName(book.get(l.speciesId)!.name)
          : 'which fish?';
    const wishes = wishWords({ ...l, use: '', people: null });
    return [
      `${amount} ${l.form ? formOf(forms, l.form).name : ''}`,
      ...(l.thickMm === null ? [] : [`${l.thickMm} mm thick`]),
      name,
      ...(l.people === null ? [] : [`for ${l.people}`]),
      ...(l.use ? [`to ${l.use}`] : []),
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
        label="The order as it is said, then Enter"
        value={text}
        onChange={setText}
        note={parsed ? '' : '4 x 170 g hake portions, 2 kg salmon side skinless fri 16:00'}
      />
      {parsed && (
        <ul className="pb-2 text-note" role="status">
          {parsed.lines.map((l, i) => (
            <li key={i}>
              <span className={l.speciesId ? 'text-ink' : 'text-embertext'}>{words(l)}</span>
              {l.left && <span className="text-embertext"> · not understood: {l.left}</span>}
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
