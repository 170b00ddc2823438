import { inWords } from '@ember-slate/words/core';
import { isSaid } from '@ember-slate/words/said';
import { gearClassOf, productionOf, readBoxCode, type BoxCode } from '@ember-slate/core/labels';
import type { SpeciesRow } from '@ember-slate/contract';
import { useState } from 'react';
import { TextField } from '../../parts/Field.tsx';
import { say } from './say.ts';

/** What a scanned box fills in; null where the code does not say it. */
export interface Scanned {
  speciesId: string | null;
  grams: number | null;
  pieces: number | null;
  supplierLot: string | null;
  caughtOn: string | null;
  area: string | null;
  gear: string | null;
  production: ReturnType<typeof productionOf>;
  frozen: boolean;
}

function scannedFrom(code: BoxCode, book: Iterable<SpeciesRow>): Scanned {
  const species = code.asfis ? [...book].find((s) => s.asfis === code.asfis!.toUpperCase()) : undefined;
  return {
    speciesId: species?.id ?? null,
    grams: code.grams,
    pieces: code.pieces,
    supplierLot: code.lot,
    caughtOn: code.caughtOn,
    area: code.catchArea ? code.catchArea.slice(0, 2) : null,
    gear: code.gear ? gearClassOf(code.gear) : null,
    production: code.production ? productionOf(code.production) : null,
    frozen: code.frozenOn !== null,
  };
}

/** A hand scanner types the code of a box here and ends it with Enter. */
export function BoxScan({
  book,
  onScan,
}: {
  book: Iterable<SpeciesRow>;
  onScan: (scanned: Scanned) => void;
}) {
  const [text, setText] = useState('');
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  return (
    <div
      className="col-span-2"
      onKeyDown={(e) => {
        if (e.key !== 'Enter' || text.trim() === '') return;
        // The scanner's Enter ends the code, not the form.
        e.preventDefault();
        const read = readBoxCode(text, new Date().getFullYear());
        if (isSaid(read)) return setSaid({ text: inWords(read), wrong: true });
        onScan(scannedFrom(read, book));
        setSaid({
          text: say(read.frozenOn ? 'box_read_frozen' : 'box_read', {
            count: read.parts.length,
            parts: read.parts.map((p) => `${p.name} ${p.value}`).join(', '),
          }),
          wrong: false,
        });
        setText('');
      }}
    >
      <TextField
        label={say('scan_a_box_code')}
        value={text}
        onChange={setText}
        error={said?.wrong ? said.text : undefined}
        note={said && !said.wrong ? said.text : say('gs1_128_or_datamatrix_fills_what')}
      />
    </div>
  );
}
