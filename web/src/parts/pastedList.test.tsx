import { describe, expect, it } from 'vitest';
import { waitFor } from '@testing-library/react';
import { manager, tryActs } from '../testing/acts.tsx';
import { button, fill, press, says } from '../testing/hands.ts';
import { served } from '../testing/served.tsx';
import { PastedList } from './PastedList.tsx';

const text = 'name,phone\nTolland,0161\nPell,call me';
const column = (name: string, heading: string | null, needed = false) => ({ name, heading, needed });
const columns = [column('name', 'name', true), column('phone', 'phone'), column('remarks', null)];
const good = { line: 2, cells: ['Tolland', '0161'], is: 'Tolland, 0161', errors: [] };
const bad = { line: 3, cells: ['Pell', 'call me'], is: null, errors: ['That is no phone number'] };
const reads = (rows: object[]) => ({ 'POST /api/lists/read': { columns, rows } });
const list = <PastedList kind="customers" onDone={() => undefined} />;

tryActs(
  'a list the shop brings along',
  { me: manager, screen: list, answers: reads([good]), asks: /lists\/read/ },
  [
    {
      does: 'is taken whole once it was read',
      by: async () => {
        await fill('Or paste its lines', text);
        await press('Read the list');
        await says(/Read under: name, phone\. Not there, and left empty: remarks\./);
        await press(/^Take this line/);
      },
      answered: { made: 1 },
      sends: { method: 'POST', path: '/api/lists', body: { kind: 'customers', text } },
    },
  ],
);

describe('a list with a wrong line', () => {
  it('says what is wrong with it, and is not to be taken until it is mended and read again', async () => {
    const sent = served(list, reads([good, bad]), manager);
    await fill('Or paste its lines', text);
    await press('Read the list');
    await says(/That is no phone number/);
    expect((await button(/^Take these 2 lines/)).getAttribute('aria-disabled')).toBe('true');
    await press(/^Take these 2 lines/);
    await fill('Or paste its lines', `${text}2`);
    await button('Read the list');
    await waitFor(() => expect(sent.map((s) => s.path)).toEqual(['/api/lists/read']));
  });
});
