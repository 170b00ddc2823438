import type { DayClose } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { formatDay } from '@ember-slate/core/calendar';
import { useDraft, useKept } from '../../app/draft.ts';
import { useChange } from '../../app/api.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { formatMoney } from '../../parts/money.ts';
import type { Counted } from './Guide.tsx';
import { useSecond } from '../../parts/Second.tsx';
import { say } from './say.ts';

/** Signs the day off; what is open, or off in the till, asks for a remark. */
export function CloseDay({
  day,
  toDo,
  counted,
  onClose,
}: {
  day: DayClose;
  toDo: readonly string[];
  counted: Counted;
  onClose: () => void;
}) {
  const { send, busy, problem } = useChange(routes.close.closeDay);
  const draft = useDraft(`close ${day.day}`);
  const [remarks, setRemarks] = useKept(draft, 'remarks', '');
  const off = (counted.cash ?? day.tills.cash.expected) - day.tills.cash.expected;
  const offCard = (counted.card ?? day.tills.card.expected) - day.tills.card.expected;
  // Two tills, two figures: money moved from one to the other would cancel out.
  const differs = (
    [
      [say('cash'), off],
      [say('card'), offCard],
    ] as const
  ).flatMap(([way, by]) =>
    by === 0
      ? []
      : [say('is', { way, by: formatMoney(Math.abs(by)), side: by < 0 ? say('short') : say('over') })],
  );
  const close = async () => {
    const outcome = await send(
      { remarks, countedCash: counted.cash, countedCard: counted.card },
      { day: day.day },
    );
    if (!outcome.ok) return;
    draft.forget();
    onClose();
  };
  return (
    <Dialog open title={say('close_the_day')} onClose={onClose}>
      {toDo.length > 0 && (
        <p className="pb-3">{say('still_open_closing_anyway_asks_for', { toDo: toDo.join('; ') })}</p>
      )}
      {differs.length > 0 && (
        <p className="pb-3">{say('say_what_you_know_of_it', { differs: differs.join(', ') })}</p>
      )}
      <p className="pb-3 text-ink2">{say('a_closed_day_is_locked_nothing_is')}</p>
      <TextField
        label={say('remark')}
        value={remarks}
        onChange={setRemarks}
        error={problem?.errors?.[0]?.message ?? problem?.detail}
      />
      <div className="flex gap-3">
        <Button kind="main" busy={busy} onPress={() => void close()}>
          {say('close_and_lock')}
        </Button>
        <Button onPress={onClose}>{say('cancel')}</Button>
      </div>
    </Dialog>
  );
}

/** Opens a closed day again: two sign for it, or one says that nobody else is there. */
export function Reopen({ day, onClose }: { day: string; onClose: () => void }) {
  const draft = useDraft(`reopen ${day}`);
  const { send, busy, problem } = useChange(routes.close.reopen, draft);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const second = useSecond();
  const go = async () => {
    const signed = await second.sign();
    if (signed === null) return;
    const outcome = await send({ reason, second: signed }, { day });
    if (outcome.ok) onClose();
  };
  return (
    <Dialog open title={say('open_again', { day: formatDay(day, 'dayDate') })} onClose={onClose}>
      <TextField
        label={say('why_2')}
        value={reason}
        onChange={setReason}
        error={problem?.detail}
        note={say('stands_in_the_record_and_on_the')}
      />
      {second.fields}
      <div className="flex gap-3">
        <Button
          kind="main"
          busy={busy}
          notYet={reason.trim() ? second.notYet : say('say_why')}
          onPress={() => void go()}
        >
          {say('open_it_again')}
        </Button>
        <Button onPress={draft.leave(onClose)}>{say('leave_it_closed')}</Button>
      </div>
    </Dialog>
  );
}
