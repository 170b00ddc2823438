import { tags, type Reading, type Tag } from '@ember-slate/contract';
import { useEffect } from 'react';
import { api } from './api.ts';
import { onKept, sendKept } from './outbox.ts';
import { ownChanges } from './request.ts';
import { keptCount, lineLive, lineLost, probed, say, useAct, weighed } from './store.ts';

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
    const open = () => {
      source = new EventSource('/api/feed');
      source.onopen = () => {
        act(lineLive());
        // Whatever was read before the line stood may be old by now; what was kept here changes it once more.
        void sendKept(refused).finally(() => act(api.util.invalidateTags([...tags])));
      };
      source.onerror = () => {
        act(lineLost(Date.now()));
        source.close();
        reopen = window.setTimeout(open, 1500);
      };
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
    return () => {
      hide();
      window.removeEventListener('pagehide', hide);
      window.removeEventListener('pageshow', show);
    };
  }, [signedIn, act]);
}
