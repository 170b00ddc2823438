import type { BodyOf, Ticket, WeighOut as Weighed } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { SelectField, TextField, WeightField, wholeNumber, type Weight } from '../../parts/Field.tsx';
import { Refused } from '../../parts/Refused.tsx';
import type { Slot } from './slots.ts';
import { say } from './say.ts';

interface Props {
  ticket: Ticket;
  slots: readonly Slot[];
  /** The weight that was wrong; null for one that was left out. */
  wrong: Weighed | null;
  onDone: () => void;
}

type Right = NonNullable<BodyOf<typeof routes.bench.putRight>['weight']>;

/** Puts a weight of a closed ticket right: what it was, and why the other was wrong. */
export function Reweigh({ ticket, slots, wrong, onDone }: Props) {
  const draft = useDraft(`reweigh ${ticket.id} ${wrong?.id ?? 'more'}`);
  const { send, busy, problem } = useChange(routes.bench.putRight, draft);
  const [key, setKey] = useKept(draft, 'slot', '');
  const [weight, setWeight] = useKept<Weight | null>(draft, 'weight', null);
  const [pieces, setPieces] = useKept(draft, 'pieces', String(wrong?.pieces ?? ''));
  const [reason, setReason] = useKept(draft, 'reason', '');
  const slot = slots.find((s) => s.key === key);
  const counted = wrong ? wrong.pieces > 0 : slot?.pieces !== null && slot !== undefined;
  const of: Pick<Right, 'kind' | 'item' | 'cutId'> | null = wrong
    ? { kind: wrong.kind, item: wrong.item, cutId: wrong.cutId }
    : slot
      ? { kind: slot.kind, item: slot.item, cutId: slot.kind === 'order' ? slot.cut!.id : null }
      : null;
  const put = async (gone: boolean) => {
    if (!of) return;
    const outcome = await send(
      {
        version: ticket.version,
        strike: wrong?.id ?? null,
        weight: gone
          ? null
          : {
              ...of,
              grams: weight?.grams ?? 0,
              pieces: counted ? (wholeNumber(pieces) ?? 0) : 0,
              source: weight?.source ?? 'typed',
            },
        reason: reason.trim(),
      },
      { id: ticket.id },
    );
    if (outcome.ok) onDone();
  };
  const why = reason.trim() ? null : say('say_what_was_wrong');
  return (
    <form
      className="w-full border-t border-line py-3"
      onSubmit={(e) => {
        e.preventDefault();
        void put(false);
      }}
    >
      <p className="pb-2 text-label text-ink2">{say('stock_and_yield_follow')}</p>
      {!wrong && (
        <SelectField
          label={say('what_was_left_out')}
          value={key}
          onChange={setKey}
          empty={say('choose')}
          options={slots.map((s) => ({ value: s.key, name: `${s.name}, ${s.goes}` }))}
        />
      )}
      <div className="grid grid-cols-2 gap-5">
        <WeightField
          label={say('its_weight')}
          value={weight}
          onChange={setWeight}
          take={{ act: say('take_weight'), title: say('its_weight'), detail: say('what_it_really_weighs') }}
        />
        {counted && (
          <TextField label={say('pieces')} value={pieces} onChange={setPieces} inputMode="numeric" />
        )}
      </div>
      <TextField label={say('what_was_wrong')} value={reason} onChange={setReason} />
      <Refused problem={problem} />
      <div className="flex flex-wrap gap-3">
        <Button
          submit
          kind="main"
          busy={busy}
          notYet={!of ? say('choose_what_was_left_out') : weight ? why : say('weigh_or_type_it')}
        >
          {say('put_it_right')}
        </Button>
        {wrong && (
          <Button busy={busy} notYet={why} onPress={() => void put(true)}>
            {say('there_was_no_such_thing')}
          </Button>
        )}
        <Button onPress={draft.leave(onDone)}>{say('cancel')}</Button>
      </div>
    </form>
  );
}
