import { tags, type Reading, type Tag } from '@ember-slate/contract';
import { useEffect } from 'react';
import { api } from './api.ts';
import { onKept, sendKept } from './outbox.ts';
import { ownChanges } from './request.ts';
import { keptCount, lineLive, lineLost, probed, say, useAct, weighed } from './store.ts';

/** A line that was silent for so long is gone, ms. */
const silentMs = 4500;

/** Keeps the stream from the shop open while someone is signed in: changes, the scale, and whether the line lives. */
export function useFeed(signedIn: boolean): void {
  const act = useAct();
  useEffect(() => onKept((count) => act(keptCount(count))), [act]);
  useEffect(() => {
    if (!signedIn) return;
    const refused = (why: string) =>
      act(say({ text: `Kept on this screen, then refused: ${why}`, problem: true }));
    let source: EventSource;
    let reopen: number | undefined;
    let heardAt = Date.now();
    const heard = () => (heardAt = Date.now());
    const lost = () => {
      act(lineLost(Date.now()));
      source.close();
      window.clearTimeout(reopen);
      reopen = window.setTimeout(open, 1500);
    };
    const open = () => {
      heard();
      source = new EventSource('/api/feed');
      source.onopen = () => {
        heard();
        act(lineLive());
        // Whatever was read before the line stood may be old by now; what was kept here changes it once more.
        void sendKept(refused).finally(() => act(api.util.invalidateTags([...tags])));
      };
      source.onerror = lost;
      for (const event of ['beat', 'change', 'probe', 'scale']) source.addEventListener(event, heard);
      source.addEventListener('change', (event) => {
        const changes = JSON.parse(event.data as string) as { id: number; tags: Tag[] }[];
        const others = changes.filter((c) => !ownChanges.delete(c.id)).flatMap((c) => c.tags);
        if (others.length > 0) act(api.util.invalidateTags([...new Set(others)]));
      });
      source.addEventListener('probe', (event) =>
        act(probed(JSON.parse(event.data as string) as number | null)),
      );
      source.addEventListener('scale', (event) => act(weighed(JSON.parse(event.data as string) as Reading)));
    };
    // A page kept for the back button must not keep its line: a browser allows six to one shop.
    const hide = () => {
      window.clearTimeout(reopen);
      source.close();
    };
    const show = (event: PageTransitionEvent) => event.persisted && open();
    window.addEventListener('pagehide', hide);
    window.addEventListener('pageshow', show);
    open();
    // A line that is open but says nothing is dead as well: the shop says something every two seconds.
    const watch = window.setInterval(() => {
      if (source.readyState === EventSource.OPEN && Date.now() - heardAt > silentMs) lost();
    }, 500);
    return () => {
      window.clearInterval(watch);
      hide();
      window.removeEventListener('pagehide', hide);
      window.removeEventListener('pageshow', show);
    };
  }, [signedIn, act]);
}
