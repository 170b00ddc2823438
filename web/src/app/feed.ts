import type { Me, Reading, Tag } from '@ember-slate/contract';
import { tags } from '@ember-slate/contract/routes';
import { useEffect } from 'react';
import { api } from './api.ts';
import { onKept, sendKept } from './outbox.ts';
import { ownChanges } from './request.ts';
import { keptCount, connected, disconnected, probed, useAppDispatch, weighed } from './store.ts';

/** A line that was silent for so long is gone, ms. */
const silentMs = 4500;
/** How often what waits is tried again while the line is open, ms. */
const againMs = 5000;

/** Keeps the stream from the shop open while someone is signed in: changes, the scale, and whether the line lives. */
export function useFeed(me: Me | null): void {
  const dispatch = useAppDispatch();
  useEffect(
    () =>
      onKept((kept) => {
        const refused = kept.filter((k) => k.refused !== undefined).length;
        dispatch(keptCount({ waiting: kept.length - refused, refused }));
      }),
    [dispatch],
  );
  const id = me?.id;
  const role = me?.role;
  useEffect(() => {
    if (id === undefined || role === undefined) return;
    const sendMine = () =>
      sendKept({ id, role }).then((done) => done > 0 && dispatch(api.util.invalidateTags([...tags])));
    let source: EventSource;
    let reopen: number | undefined;
    let heardAt = Date.now();
    const heard = () => (heardAt = Date.now());
    const lost = () => {
      dispatch(disconnected(Date.now()));
      source.close();
      window.clearTimeout(reopen);
      reopen = window.setTimeout(open, 1500);
    };
    const open = () => {
      heard();
      source = new EventSource('/api/feed');
      source.onopen = () => {
        heard();
        dispatch(connected());
        // Whatever was read before the line stood may be old by now; what was kept here changes it once more.
        void sendMine().finally(() => dispatch(api.util.invalidateTags([...tags])));
      };
      source.onerror = lost;
      for (const event of ['beat', 'change', 'probe', 'scale']) source.addEventListener(event, heard);
      source.addEventListener('change', (event) => {
        const changes = JSON.parse(event.data as string) as { id: number; tags: Tag[] }[];
        const others = changes.filter((c) => !ownChanges.delete(c.id)).flatMap((c) => c.tags);
        if (others.length > 0) dispatch(api.util.invalidateTags([...new Set(others)]));
      });
      source.addEventListener('probe', (event) =>
        dispatch(probed(JSON.parse(event.data as string) as number | null)),
      );
      source.addEventListener('scale', (event) =>
        dispatch(weighed(JSON.parse(event.data as string) as Reading)),
      );
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
    // What waits is tried again while the line is open too: an answer may have been lost on a line that lives.
    const again = window.setInterval(() => void sendMine(), againMs);
    // A line that is open but says nothing is dead as well: the shop says something every two seconds.
    const watch = window.setInterval(() => {
      if (source.readyState === EventSource.OPEN && Date.now() - heardAt > silentMs) lost();
    }, 500);
    return () => {
      window.clearInterval(watch);
      window.clearInterval(again);
      hide();
      window.removeEventListener('pagehide', hide);
      window.removeEventListener('pageshow', show);
    };
  }, [id, role, dispatch]);
}
