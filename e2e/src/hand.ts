import { randomUUID } from 'node:crypto';
import { contract, type AnswerOf, type Route, type SentOf } from '@ember-slate/contract';
import { nothingObserved } from '@ember-slate/core/freshness';
import { manager } from './shop.ts';

/** Another hand in the shop, working through the API while the browser is looked at. */
export class Hand {
  private cookie = '';
  constructor(private readonly url: string) {}

  async signIn(): Promise<this> {
    const { staff } = await this.ok(contract.session.shop);
    const who = staff.find((s) => s.name === manager.name)!;
    await this.ok(contract.session.signIn, { body: { staffId: who.id, pin: manager.pin } });
    return this;
  }

  async ok<R extends Route>(
    route: R,
    sent: { params?: Record<string, number>; body?: SentOf<R> } = {},
  ): Promise<AnswerOf<R>> {
    const path = route.path.replace(/:(\w+)/g, (_all, name: string) => String(sent.params![name]));
    const response = await fetch(this.url + path, {
      method: route.method,
      headers: { cookie: this.cookie, 'idempotency-key': randomUUID(), 'content-type': 'application/json' },
      ...(sent.body === undefined ? {} : { body: JSON.stringify(sent.body) }),
    });
    this.cookie = response.headers.get('set-cookie')?.split(';')[0] ?? this.cookie;
    const answer = (await response.json()) as AnswerOf<R>;
    if (!response.ok) throw new Error(`${route.method} ${path}: ${JSON.stringify(answer)}`);
    return answer;
  }

  /** Lands and grades fish of one species, as fresh as fish can be. */
  async land(
    speciesId: string,
    condition: 'whole' | 'gutted',
    pieces: number,
    grams: number,
    verdict: 'accept' | 'use_today' = 'accept',
  ): Promise<number> {
    const { id } = await this.ok(contract.landing.createDelivery, {
      body: {
        supplier: 'Brannock Boats',
        arrivedAt: new Date(Date.now() - 3_600_000).toISOString(),
        probeTenths: 6,
        ice: 'buried',
        drains: 'drains',
        noteRef: '',
        noteGrams: null,
        notePieces: null,
        noteMoney: null,
        remarks: '',
      },
    });
    const lot = await this.ok(contract.landing.addLot, {
      params: { id },
      body: {
        speciesId,
        condition,
        pieces,
        grams,
        weightSource: 'measured',
        pricePerKg: 900,
        production: 'caught',
        area: '27',
        gear: 'hooks and lines',
        caughtOn: null,
        supplierLot: '',
        slit: 'unasked',
        fish: [],
        remarks: '',
      },
    });
    const fish = { smell: 0, gills: 0, flesh: 0, skin: 0, slime: 0, eyes: 0 } as const;
    await this.ok(contract.grading.record, {
      params: { id: lot.id },
      body: {
        scheme: 'eu-general',
        schemeVersion: 1,
        observed: { ...nothingObserved, damage: [] },
        fish: Array.from({ length: Math.min(3, pieces) }, () => fish),
        coreTenths: 6,
        temperatureHistory: false,
        foreignSmell: false,
        verdict,
        overrideReason: verdict === 'accept' ? '' : 'bought for today',
      },
    });
    return lot.id;
  }

  /**
   * Takes an order due in two hours, pieces of so many grams or that weight in all; sends its first line to the bench, the
   * others wait in the plan.
   */
  async order(
    customer: string,
    speciesId: string,
    lines: readonly [form: string, pieces: number | null, grams: number][],
  ): Promise<void> {
    const order = await this.ok(contract.orders.take, {
      body: {
        customer,
        phone: '',
        dueAt: new Date(Date.now() + 2 * 3_600_000).toISOString(),
        remarks: '',
        lines: lines.map(([form, pieces, grams]) => ({
          speciesId,
          form,
          pieces,
          pieceGrams: pieces === null ? null : grams,
          totalGrams: pieces === null ? grams : null,
          use: 'fry' as const,
        })),
      },
    });
    const first = (await this.ok(contract.plan.lines)).find((l) => l.orderId === order.id)!;
    await this.ok(contract.plan.choose, {
      params: { id: first.id },
      body: { version: first.version, picks: first.proposal },
    });
    await this.ok(contract.plan.send, { params: { id: first.id }, body: { version: first.version + 1 } });
  }
}
