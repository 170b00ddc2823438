import { useEffect, useState } from 'react';
import { onKept } from './outbox.ts';
import { say } from './say.ts';

/** How long until the shop is asked again, ms. */
const againMs = 5000;

/** The program opened while the shop does not answer: what waits on this screen, and that it is asked for again. */
export function Away({ onRetry }: { onRetry: () => unknown }) {
  const [kept, setKept] = useState(0);
  useEffect(() => onKept((all) => setKept(all.length)), []);
  useEffect(() => {
    const timer = window.setInterval(() => void onRetry(), againMs);
    return () => window.clearInterval(timer);
  }, [onRetry]);
  return (
    <>
      <h1 className="text-head">{say('the_shop_does_not_answer')}</h1>
      <p className="max-w-[60ch] py-3 text-ink2">
        {say('is_its_computer_on')} {kept > 0 && say('entries_wait_here', { kept })}
      </p>
      <button type="button" className="btn" onClick={() => void onRetry()}>
        {say('try_again')}
      </button>
    </>
  );
}
