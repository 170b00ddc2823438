import { describe, expect, it } from 'vitest';
import { contract, roles, tags, type Route } from './index.ts';
import { openApi } from './openapi.ts';

const routes = Object.entries(contract).flatMap(([room, all]) =>
  Object.entries(all as Record<string, Route>).map(([name, route]) => [`${room}.${name}`, route] as const),
);

describe('the contract', () => {
  it('names every request once', () => {
    const places = routes.map(([, r]) => `${r.method} ${r.path.replace(/:\w+/g, ':')}`);
    expect(new Set(places).size).toBe(places.length);
    expect(places.length).toBeGreaterThan(35);
  });

  it.each(routes)('%s says what it does, who may, and what it touches', (_name, r) => {
    expect(r.path).toMatch(/^\/api\/[a-z/:A-Z-]+(\.pdf|\.svg|\.ics|\.csv)?$/);
    expect(r.summary.length).toBeGreaterThan(5);
    for (const t of r.tags) expect(tags).toContain(t);
    if (r.roles !== 'public') for (const role of r.roles) expect(roles).toContain(role);
    expect(r.kind === 'read' || r.kind === 'document').toBe(r.method === 'GET');
    if (r.kind === 'change' || r.kind === 'upload') expect(r.tags.length).toBeGreaterThan(0);
    if (r.kind === 'read') expect(r.body).toBeNull();
  });

  it('lets nobody write over what was changed meanwhile: an edit says which version it saw', () => {
    // One at a time, or only one's own: nobody else's words can be lost by these.
    const alone = [
      'bench.keepTub',
      'bench.step',
      'bench.methods',
      'bench.frame',
      'counter.putAt',
      'plan.pin',
      'forms.myMethods',
    ];
    const blind = routes.flatMap(([name, r]) => {
      if (r.method !== 'PUT') return [];
      const fields = Object.keys((r.body as unknown as { shape: object }).shape);
      return fields.includes('version') || fields.includes('was') ? [] : [name];
    });
    expect(blind.sort()).toEqual(alone.sort());
  });

  it('lets the counter change nothing at the back door, and only the manager close, price and take back', () => {
    const may = (role: string) =>
      routes
        .filter(
          ([, r]) =>
            (r.kind === 'change' || r.kind === 'upload') &&
            r.roles !== 'public' &&
            (r.roles as string[]).includes(role),
        )
        .map(([name]) => name);
    // A check is signed by whoever did it.
    const others = (name: string) => name !== 'close.sign';
    expect(
      may('counter')
        .filter((n) => /^(landing|grading|plan|bench|labels|close)\./.test(n))
        .filter(others),
    ).toEqual([]);
    expect(
      may('bench')
        .filter((n) => /^(orders|prices|close)\./.test(n))
        .filter(others),
    ).toEqual([]);
    const managerOnly = may('manager').filter(
      (n) => !may('bench').includes(n) && !may('counter').includes(n),
    );
    expect(managerOnly.sort()).toEqual([
      'buying.setHolidays',
      'buying.setSupplier',
      'close.closeDay',
      'close.reopen',
      'close.setChecks',
      'cold.clear',
      'cold.edit',
      'costs.setSettings',
      'counter.setSlab',
      'counter.voidSale',
      'forms.save',
      'forms.shopMethods',
      'grading.calibrate',
      'grading.changeScheme',
      'labels.setSettings',
      'landing.editSupplier',
      'landing.rawPaper',
      'landing.settle',
      'people.release',
      'people.setRules',
      'prices.markDown',
      'prices.markUp',
      'prices.set',
      'species.add',
      'species.edit',
      'trim.setCustoms',
      'trim.setProduct',
      'trim.setRule',
    ]);
  });
});

describe('the OpenAPI document', () => {
  const document = openApi() as {
    openapi: string;
    paths: Record<string, Record<string, { summary: string; parameters?: { name: string; in: string }[] }>>;
  };

  it('has every route with its path parameters, and the key of every change', () => {
    expect(document.openapi).toMatch(/^3\.1/);
    for (const [name, r] of routes) {
      const path = r.path.replace(/:(\w+)/g, '{$1}');
      const operation = document.paths[path]?.[r.method.toLowerCase()];
      expect(operation?.summary, name).toBe(r.summary);
      const given = (operation!.parameters ?? []).map((p) => `${p.in} ${p.name}`);
      for (const [, parameter] of r.path.matchAll(/:(\w+)/g)) expect(given).toContain(`path ${parameter}`);
      expect(given.includes('header Idempotency-Key'), name).toBe(r.kind === 'change' || r.kind === 'upload');
    }
  });

  it('is plain JSON', () => {
    expect(JSON.parse(JSON.stringify(document))).toEqual(document);
  });
});

describe('what people type', () => {
  const lot = contract.landing.addLot.body;
  const problem = (change: object) => {
    const result = lot.safeParse({
      speciesId: 'hake',
      condition: 'gutted',
      pieces: 4,
      grams: 9000,
      weightSource: 'typed',
      pricePerKg: 980,
      production: 'caught',
      area: '27',
      gear: 'trawls',
      caughtOn: '2026-11-24',
      ...change,
    });
    return result.success ? null : result.error.issues[0]!.message;
  };
  it.each([
    [{}, null],
    [{ remarks: '  roe runs  ' }, null],
    [{ grams: 9000.5 }, 'Whole grams, please'],
    [{ grams: 0 }, 'A weight is more than nothing'],
    [{ grams: undefined }, 'Give the weight in grams'],
    [{ grams: 3_000_000 }, 'More than two tonnes: check the unit'],
    [{ pieces: 0 }, 'At least one'],
    [{ speciesId: '' }, 'Choose the species'],
    [{ pricePerKg: -1 }, 'A price is not negative'],
    [{ caughtOn: '24.11.2026' }, 'Give a date'],
    [{ remarks: 'x'.repeat(501) }, 'A note is at most 500 characters'],
    [{ remarks: 'bell \u0007' }, 'No control characters or hidden letters'],
  ])('%o: %s', (change, message) => {
    expect(problem(change)).toBe(message);
  });

  it('drops what nobody asked for', () => {
    const parsed = contract.counter.voidSale.body.parse({ reason: ' wrong bag ', admin: true });
    expect(parsed).toEqual({ reason: 'wrong bag' });
  });
});
