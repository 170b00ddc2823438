import { contract, type DayClose, type Problem } from '@ember-slate/contract';
import { useState } from 'react';
import { useDraft, useKept } from '../../app/draft.ts';
import { useChange } from '../../app/api.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { formatMoney } from '../../parts/money.ts';
import type { Counted } from './Guide.tsx';

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
  const { send, busy } = useChange(contract.close.closeDay);
  const draft = useDraft(`close ${day.day}`);
  const [remarks, setRemarks] = useKept(draft, 'remarks', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const off = (counted.cash ?? day.tills.cash.expected) - day.tills.cash.expected;
  const offCard = (counted.card ?? day.tills.card.expected) - day.tills.card.expected;
  // Two tills, two figures: money moved from one to the other would cancel out.
  const differs = (
    [
      ['Cash', off],
      ['Card', offCard],
    ] as const
  ).flatMap(([way, by]) =>
    by === 0 ? [] : [`${way} is ${formatMoney(Math.abs(by))} ${by < 0 ? 'short' : 'over'}`],
  );
  const close = async () => {
    const outcome = await send(
      { remarks, countedCash: counted.cash, countedCard: counted.card },
      { day: day.day },
    );
    if (!outcome.ok) return setProblem(outcome.problem);
    draft.forget();
    onClose();
  };
  return (
    <Dialog open title="Close the day" onClose={onClose}>
      {toDo.length > 0 && (
        <p className="pb-3">Still open: {toDo.join('; ')}. Closing anyway asks for a remark.</p>
      )}
      {differs.length > 0 && <p className="pb-3">{differs.join(', ')}: say what you know of it.</p>}
      <p className="pb-3 text-ink2">
        A closed day is locked: nothing is sold, moved or weighed in it any more. Opening it again is yours,
        with a reason that stays in the record.
      </p>
      <TextField
        label="Remark"
        value={remarks}
        onChange={setRemarks}
        error={problem?.errors?.[0]?.message ?? problem?.detail}
      />
      <div className="flex gap-3">
        <Button kind="main" busy={busy} onPress={() => void close()}>
          Close and lock
        </Button>
        <Button onPress={onClose}>Cancel</Button>
      </div>
    </Dialog>
  );
}

/** Opens a closed day again. */
export function Reopen({ day, onClose }: { day: string; onClose: () => void }) {
  const draft = useDraft(`reopen ${day}`);
  const { send, busy } = useChange(contract.close.reopen, draft);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const go = async () => {
    const outcome = await send({ reason }, { day });
    if (outcome.ok) onClose();
    else setProblem(outcome.problem);
  };
  return (
    <Dialog open title={`Open ${day} again`} onClose={onClose}>
      <TextField
        label="Why"
        value={reason}
        onChange={setReason}
        error={problem?.detail}
        note="stands in the record and on the day sheet"
      />
      <div className="flex gap-3">
        <Button kind="main" busy={busy} notYet={reason.trim() ? null : 'say why'} onPress={() => void go()}>
          Open it again
        </Button>
        <Button onPress={draft.leave(onClose)}>Leave it closed</Button>
      </div>
    </Dialog>
  );
}
