import { routes } from '@ember-slate/contract/routes';
import { useEffect, useState } from 'react';
import { useChange } from '../api.ts';
import { useNotify } from '../notify.ts';
import { say } from '../say.ts';
import { notify, useAppDispatch, useAppSelector } from '../store.ts';
import { KeptHere } from './KeptHere.tsx';

/** Whether there is anything to say: the line is gone, something is kept here, or an act has answered. */
export const useSpeaks = (): boolean =>
  useAppSelector(
    ({ connection: c }) => c.notice !== null || c.kept > 0 || c.refused > 0 || (!c.live && c.lostAt !== null),
  );

/** Takes back what was just moved or binned. */
function Undo({ act }: { act: number }) {
  const { send, busy } = useChange(routes.counter.takeBack);
  const said = useNotify();
  const undo = async () => {
    const outcome = await send({ reason: say('undone_at_once') }, { id: act });
    said(outcome, say('taken_back'));
  };
  return (
    <button type="button" className="why shrink-0" disabled={busy} onClick={() => void undo()}>
      {say('undo')}
    </button>
  );
}

/** One line that outranks the rest: the line is gone, or what was just said. */
export function Said() {
  const { live, lostAt, kept, refused, notice: said } = useAppSelector((s) => s.connection);
  const [looking, setLooking] = useState(false);
  const dispatch = useAppDispatch();
  // Good news gives the line back by itself; a problem stays until it is read.
  useEffect(() => {
    if (!said || said.problem) return;
    // What can be taken back at once can be for a minute.
    const timer = window.setTimeout(() => dispatch(notify(null)), said.act === undefined ? 6000 : 60_000);
    return () => window.clearTimeout(timer);
  }, [said, dispatch]);
  const weights = say('entries_kept_on_this_screen', { kept });
  const look = (
    <button type="button" className="why shrink-0" onClick={() => setLooking(true)}>
      {say('look')}
    </button>
  );
  const list = looking && <KeptHere onClose={() => setLooking(false)} />;
  if (!live && lostAt !== null) {
    return (
      <div role="status" className="min-w-0">
        <div className="font-figure text-label font-semibold">
          {say('offline', { kept: kept > 0 ? `: ${weights}` : '' })}
        </div>
        <div className="text-note text-ink2">
          {kept > 0 ? say('they_go_in_each_once_when_the_line') : say('weights_and_sales_are_kept_here')}
        </div>
      </div>
    );
  }
  if (refused > 0 && !said)
    return (
      <div role="alert" className="flex min-w-0 items-center gap-3">
        <span className="line-clamp-2 border-b-[3px] border-emberline small:line-clamp-none">
          {say('refused_the_shop_has_them_not', {
            entries:
              refused === 1
                ? say('one_entry_of_this_screen_was')
                : say('entries_of_this_screen_were', { refused }),
            count: refused,
          })}
        </span>
        {look}
        {list}
      </div>
    );
  if (!said)
    return kept > 0 ? (
      <div role="status" className="flex min-w-0 items-center gap-3">
        <span>{say('not_in_the_shops_records_yet', { weights })}</span>
        {look}
        {list}
      </div>
    ) : null;
  return (
    <div role={said.problem ? 'alert' : undefined} className="flex min-w-0 items-center gap-3">
      <span
        className={`line-clamp-2 small:line-clamp-none ${said.problem ? 'border-b-[3px] border-emberline' : ''}`}
      >
        {said.text}
      </span>
      {said.act !== undefined && <Undo act={said.act} />}
      <button type="button" className="why shrink-0" onClick={() => dispatch(notify(null))}>
        {say('done')}
      </button>
    </div>
  );
}

/** Good news for a screen reader: what is there before its words is read when they come. */
export function SaidAloud() {
  const notice = useAppSelector((s) => s.connection.notice);
  return (
    <p role="status" className="sr-only">
      {notice && !notice.problem ? notice.text : ''}
    </p>
  );
}
