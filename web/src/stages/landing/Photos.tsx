import type { Problem } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRef, useState } from 'react';
import { api, useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { say } from './say.ts';

const mostBytes = 12_000_000;

/** Photos of a lot: taken with the device's camera or chosen from its files. */
export function Photos({ lotId }: { lotId: number }) {
  const { data } = useRead(routes.landing.photos, { params: { id: lotId } });
  const { when } = useTimes();
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const send = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > mostBytes) return setSaid(say('a_picture_may_have_12_mb_take_it'));
    setBusy(true);
    try {
      const response = await fetch(routes.landing.addPhoto.path.replace(':id', String(lotId)), {
        method: 'POST',
        headers: {
          'Content-Type': file.type || 'application/octet-stream',
          'Idempotency-Key': crypto.randomUUID(),
        },
        body: file,
      });
      const answer = (await response.json()) as Problem;
      setSaid(response.ok ? null : (answer.detail ?? say('the_shop_did_not_take_it')));
      if (response.ok) dispatch(api.util.invalidateTags(['landing']));
    } catch {
      setSaid(say('the_shop_does_not_answer_the'));
    }
    setBusy(false);
  };
  return (
    <div>
      <div className="flex flex-wrap gap-3 pb-3">
        {(data ?? []).map((p) => (
          <a key={p.id} href={`/api/landing/photos/${p.id}`} target="_blank" rel="noreferrer">
            <img
              src={`/api/landing/photos/${p.id}`}
              alt={`${p.by}, ${when(p.at)}`}
              className="h-28 w-40 border border-line object-cover"
              loading="lazy"
            />
            <span className="text-note text-ink3">
              {p.by}, {when(p.at)}
            </span>
          </a>
        ))}
        {data?.length === 0 && <p className="text-ink2">{say('no_photo_yet_one_of_the_gills_and')}</p>}
      </div>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        className="sr-only"
        aria-label={say('photo')}
        tabIndex={-1}
        onChange={(e) => {
          void send(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      <Button busy={busy} onPress={() => input.current?.click()}>
        {say('add_a_photo')}
      </Button>
      {said && (
        <p role="alert" className="pt-2 text-embertext">
          {said}
        </p>
      )}
    </div>
  );
}
