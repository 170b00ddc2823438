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

  it('leads each address to its own request: none that takes any word there comes before', () => {
    const takes = (r: Route) => new RegExp(`^${r.path.replace(/[.]/g, '\\.').replace(/:\w+/g, '[^/]+')}$`);
    const shadowed = routes.flatMap(([name, r], at) =>
      routes
        .slice(0, at)
        .filter(([, before]) => before.method === r.method && takes(before).test(r.path))
        .map(([before]) => `${before} answers for ${name}`),
    );
    expect(shadowed).toEqual([]);
  });

  it.each(routes)('%s says what it does, who may, and what it touches', (_name, r) => {
    expect(r.path).toMatch(/^\/api\/[a-z/:A-Z-]+(\.pdf|\.svg|\.ics|\.csv|\.zip)?$/);
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

  it('lets each change be made by those whose work it is, and nobody else', () => {
    // The manager may do everything. Whoever stands there moves, counts, bins, reads a thermometer, reports an accident.
    const table: Record<string, Record<string, string>> = {
      'counter bench manager': {
        counter: 'move moveAll discard count putAt takeBack',
        close: 'sign',
        cold: 'read round answer probe putReadingRight putProbeRight',
        trim: 'make takeBack',
        jobs: 'again drop',
        safety: 'noteAccident',
      },
      'counter manager': {
        orders:
          'noteCustomer take edit cancel putDepositRight handOver keepStanding changeStanding endStanding',
        counter: 'sell refund putRefundRight changePay',
        goods: 'act',
        accounts: 'pay takeBack',
      },
      'bench manager': {
        landing:
          'importNote hold split claim withdrawClaim printLabel addPhoto createDelivery editDelivery dropDelivery addLot editLot dropLot closeDelivery',
        grading: 'record',
        plan: 'start stop pin move back accept choose send letGo',
        bench:
          'keepTub make addCut dropCut withdraw start step methods pause hand batch startTimer answerTimer weigh strike sweep frame close reopen putRight',
        labels: 'make print printedByHand void',
        forms: 'myMethods',
        safety: 'sharpen',
      },
      manager: {
        landing: 'rawPaper settle putCreditRight editSupplier',
        grading: 'changeScheme calibrate',
        labels: 'setSettings',
        counter: 'voidSale setSlab',
        goods: 'add change',
        prices: 'set dropAhead setList markDown markUp',
        close: 'closeDay reopen setChecks',
        cold: 'edit add remove clear',
        species: 'edit add setSold',
        forms: 'save shopMethods',
        trim: 'setRule setCustoms setProduct',
        costs: 'setSettings',
        buying: 'setHolidays setSupplier',
        settings:
          'setShop setTax setOpening setScreens setDevices setBackups backUp leaveStep back setSensorKey',
        people: 'add edit setPin signOut setRules release',
        lists: 'take',
      },
    };
    const may = Object.entries(table).flatMap(([who, rooms]) =>
      Object.entries(rooms).flatMap(([room, names]) =>
        names.split(' ').map((name) => [`${room}.${name}`, who] as const),
      ),
    );
    const given = routes
      .filter(([, r]) => (r.kind === 'change' || r.kind === 'upload') && r.roles !== 'public')
      .map(([name, r]) => [name, (r.roles as readonly string[]).join(' ')] as const);
    expect(Object.fromEntries(given)).toEqual(Object.fromEntries(may));
  });

  it('keeps what fish cost, what people did and the papers of the books from those without the role', () => {
    const kept = routes.filter(
      ([, r]) =>
        r.kind !== 'change' && r.kind !== 'upload' && r.roles !== 'public' && r.roles.length < roles.length,
    );
    expect(
      Object.fromEntries(kept.map(([name, r]) => [name, (r.roles as readonly string[]).join(' ')])),
    ).toEqual({
      'landing.readNote': 'bench manager',
      'landing.lastLots': 'bench manager',
      'landing.claims': 'bench manager',
      'landing.claimSheet': 'bench manager',
      'landing.supplier': 'bench manager',
      'landing.boats': 'bench manager',
      'landing.boat': 'bench manager',
      'cold.removed': 'manager',
      'bench.quality': 'bench manager',
      'accounts.list': 'counter manager',
      'accounts.one': 'counter manager',
      'accounts.statement': 'counter manager',
      'plan.price': 'bench manager',
      'counter.scan': 'counter manager',
      'goods.one': 'counter manager',
      'counter.sales': 'counter manager',
      'counter.receipt': 'counter manager',
      'prices.list': 'manager',
      'prices.readList': 'manager',
      'prices.history': 'manager',
      'prices.markdowns': 'counter manager',
      'close.day': 'manager',
      'close.sheet': 'manager',
      'yields.book': 'bench manager',
      'yields.one': 'bench manager',
      'yields.cutters': 'bench manager',
      'costs.lots': 'manager',
      'costs.choices': 'manager',
      'costs.settings': 'manager',
      'settings.all': 'manager',
      'settings.backups': 'manager',
      'settings.export': 'manager',
      'settings.steps': 'manager',
      'settings.tryDevice': 'manager',
      'buying.plan': 'manager',
      'buying.forecast': 'manager',
      'buying.demand': 'manager',
      'buying.holidays': 'manager',
      'buying.suppliers': 'manager',
      'buying.csv': 'manager',
      'buying.pdf': 'manager',
      'reports.report': 'manager',
      'reports.tables': 'manager',
      'reports.csv': 'manager',
      'safety.knives': 'bench manager',
      'people.list': 'manager',
      'people.signIns': 'manager',
      'people.rules': 'manager',
      'species.sold': 'manager',
      'lists.read': 'manager',
      'books.verify': 'manager',
      'books.corrections': 'manager',
      'landing.lotUses': 'bench manager',
    });
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
