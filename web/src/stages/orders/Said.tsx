import { routes } from '@ember-slate/contract/routes';
import { formOf, offered } from '@ember-slate/core/forms';
import { anyWhite, parseOrder, type Answered, type ParsedLine } from '@ember-slate/core/orders';
import { formatClock, weekdayOf } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useSpecies, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { useForms } from '../../parts/forms.ts';
import { useLength } from '../../parts/length.ts';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { wishWords } from '../../parts/words.ts';
import { draftOf, optionsOf, type Draft } from './draft.ts';
import { say } from './say.ts';

/** A line as it was understood, in one sentence. */
function useSentence(): (line: ParsedLine) => string {
  const book = useSpecies();
  const forms = useForms();
  const mass = useMass();
  const length = useLength();
  return (l) => {
    const fish =
      l.speciesId === anyWhite
        ? say('any_white_fish_2')
        : l.speciesId
          ? shortName(book.get(l.speciesId)!.name)
          : say('which_fish');
    const form = l.form ? formOf(forms, l.form).name : say('cut_how');
    const wishes = [
      ...(l.thickMm === null
        ? []
        : [say('thick_so', { thick: `${length.format(l.thickMm)} ${length.unit}` })]),
      ...(l.people === null ? [] : [say('for', { people: l.people })]),
      ...(l.use ? [say('to', { use: l.use })] : []),
      ...wishWords({ ...l, options: optionsOf(l, forms), use: '', people: null }),
    ];
    const also = wishes.map((w) => `, ${w}`).join('');
    if (l.totalGrams !== null)
      return say('heard_by_weight', { fish, form, grams: mass(l.totalGrams), wishes: also });
    if (l.pieces === null) return say('heard_no_amount', { fish, form, wishes: also });
    if (l.eachOrAllGrams !== null)
      return say('heard_each_or_all', {
        fish,
        form,
        pieces: l.pieces,
        grams: mass(l.eachOrAllGrams),
        wishes: also,
      });
    if (l.pieceGrams === null) return say('heard_pieces', { fish, form, pieces: l.pieces, wishes: also });
    return say(l.weighed ? 'heard_each' : 'heard_usual', {
      fish,
      form,
      pieces: l.pieces,
      grams: mass(l.pieceGrams),
      wishes: also,
    });
  };
}

/** What must be asked of a line, each answer one tap. */
function Questions({ line, onAnswer }: { line: ParsedLine; onAnswer: (answer: Answered) => void }) {
  const book = useSpecies();
  const forms = useForms();
  const asked = [
    ...(line.ask.includes('species')
      ? line.candidates.map((id) => ({
          name: shortName(book.get(id)?.name ?? id),
          answer: { speciesId: id },
        }))
      : []),
    // How it is cut depends on the fish: that is asked first.
    ...(line.ask.includes('form') && line.speciesId !== null
      ? line.formCandidates.map((form) => ({ name: formOf(forms, form).name, answer: { form } }))
      : []),
    ...(line.ask.includes('each_or_all')
      ? [
          { name: say('each'), answer: { each: true } },
          { name: say('in_all'), answer: { each: false } },
        ]
      : []),
  ];
  if (asked.length === 0) return null;
  return (
    <span className="flex flex-wrap gap-2 py-1">
      {asked.map((a) => (
        <Button key={a.name} small onPress={() => onAnswer(a.answer)}>
          {a.name}
        </Button>
      ))}
    </span>
  );
}

interface LineProps {
  line: ParsedLine;
  sentence: string;
  onAnswer: (answer: Answered) => void;
}

/** One line, said back: what was understood, what is asked, and what was not. */
function Heard({ line, sentence, onAnswer }: LineProps) {
  return (
    <li>
      {line.ask.length > 0 && <Lozenge />}{' '}
      <span className={line.ask.length > 0 ? 'font-semibold text-embertext' : 'text-ink'}>{sentence}</span>
      {line.slips.map((s) => (
        <span key={s.said} className="text-ink2">
          {' '}
          {say('taken_for', { said: s.said, meant: s.meant })}
        </span>
      ))}
      {line.left && <span className="text-embertext"> {say('not_understood', { left: line.left })}</span>}
      <Questions line={line} onAnswer={onAnswer} />
    </li>
  );
}

/**
 * The whole order in one line, as it is said. What was understood stands under it, with a question where two things may be
 * meant; Enter puts it into the fields, and what was not said stays open there.
 */
export function Said({
  onTake,
}: {
  onTake: (drafts: Draft[], day: string | null, minutes: number | null) => void;
}) {
  const book = useSpecies();
  const forms = useForms();
  const { today, dayWords } = useTimes();
  const { data: stock } = useRead(routes.counter.stock);
  const sentence = useSentence();
  const [text, setText] = useState('');
  /** What was answered, by the words of the line it was asked of. */
  const [answered, setAnswered] = useState<Readonly<Record<string, Answered>>>({});
  const words = useMemo(
    () => ({
      species: [...book.values()],
      forms: offered(forms),
      inStock: stock ? [...new Set(stock.filter((r) => r.blocked === null).map((r) => r.speciesId))] : null,
    }),
    [book, forms, stock],
  );
  const parsed = useMemo(() => {
    if (text.trim() === '') return null;
    const now = { ...words, today: today(), weekday: weekdayOf(today()) };
    const heard = parseOrder(text, now);
    const answers = heard.lines.map((l) => answered[l.text]);
    return answers.some((a) => a !== undefined) ? parseOrder(text, now, answers) : heard;
  }, [text, words, answered, today]);
  // Whoever asked for a new order goes on by saying it.
  const box = useRef<HTMLDivElement>(null);
  const { hash, key } = useLocation();
  useEffect(() => {
    if (hash === '#new') box.current?.querySelector('input')?.focus();
  }, [hash, key]);
  const take = () => {
    if (!parsed || parsed.lines.length === 0) return;
    onTake(
      parsed.lines.map((l) => draftOf(l, forms)),
      parsed.day,
      parsed.minutes,
    );
    setText('');
    setAnswered({});
  };
  return (
    <div
      ref={box}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' || e.target instanceof HTMLButtonElement) return;
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
            <Heard
              key={i}
              line={l}
              sentence={sentence(l)}
              onAnswer={(a) => setAnswered((had) => ({ ...had, [l.text]: { ...had[l.text], ...a } }))}
            />
          ))}
          {parsed.again && <li className="text-ink2">{say('choose_the_customer_what_they_had')}</li>}
          {(parsed.day !== null || parsed.minutes !== null) && (
            <li className="text-ink2">
              {[
                parsed.day === null ? '' : dayWords(parsed.day),
                parsed.minutes === null ? '' : formatClock(parsed.minutes),
              ].join(' ')}
            </li>
          )}
        </ul>
      )}
    </div>
  );
}
