import { chance } from '../chance.js';
import { boughtTwice, costsOf, priceOf } from './costs.js';
import { changesShelf, isOpen, LINE_STATES, MAY_BECOME, waitsOf, type LineState, type PartLine } from './line.js';
import { formatMoney, parseMoney, shareOut } from './money.js';
import { onShelf, rodsAtHand, type StockItem } from './stock.js';

let count = 0;
const line = (change: Partial<PartLine> = {}): PartLine => ({
  id: `line-${++count}`, engineId: 'engine', places: ['1I'], part: 'pushrods', what: 'Pushrod', itemId: 'rod', lengthMm: 194,
  quantity: 8, spares: 1, priceEach: 1450, supplierId: 'supplier', orderId: null, freight: null, state: 'wanted',
  isFromShelf: false, promisedOn: null, refund: null, note: '', ...change,
}); // prettier-ignore

describe('money', () => {
  test('is read as it is written in the shop’s currency, and kept in whole minor units', () => {
    expect(parseMoney('12.5', 2)).toEqual({ ok: true, value: 1250 });
    expect(parseMoney('1200', 0)).toEqual({ ok: true, value: 1200 });
    expect(['1,240.50', '-3', '', '1e5'].map((text) => parseMoney(text, 2).ok)).toEqual([false, false, false, false]);
    expect(parseMoney('1.255', 2)).toEqual({ ok: false, reason: 'too-fine' });
    expect(parseMoney('99999999999', 2)).toEqual({ ok: false, reason: 'too-much' });
  });

  test('what is read is written the same', () => {
    const next = chance(3);
    for (let turn = 0; turn < 200; turn++) {
      const digits = Math.floor(next() * 4);
      const minor = Math.floor(next() * 1e7);
      expect(parseMoney(formatMoney(minor, digits), digits)).toEqual({ ok: true, value: minor });
    }
    expect(formatMoney(-5, 2)).toBe('−0.05');
  });

  test('freight is shared to the last minor unit, whatever it is shared by', () => {
    const next = chance(11);
    for (let turn = 0; turn < 300; turn++) {
      const worth = Array.from({ length: 1 + Math.floor(next() * 9) }, () => Math.floor(next() * 5000));
      const sum = Math.floor(next() * 10_000);
      const shares = shareOut(sum, worth);
      expect(shares.reduce((all, one) => all + one, 0)).toBe(sum);
      const total = worth.reduce((all, one) => all + one, 0);
      shares.forEach((share, index) => expect(Math.abs(share - (total ? (sum * worth[index]) / total : sum / worth.length))).toBeLessThan(1)); // prettier-ignore
    }
    expect(shareOut(100, [0, 0])).toEqual([50, 50]);
  });
});

describe('a line', () => {
  test('taken forward and back again leaves the shelf as it was', () => {
    for (const isFromShelf of [true, false])
      for (const from of LINE_STATES)
        for (const to of MAY_BECOME[from]) {
          const [before, after] = [line({ state: from, isFromShelf }), line({ state: to, isFromShelf })];
          expect(changesShelf(before, after) + changesShelf(after, before)).toBe(0);
        }
  });

  test('arrived it is booked with its spares; fitted, the spares stay', () => {
    const at = (state: LineState, isFromShelf = false) => line({ state, isFromShelf });
    expect(changesShelf(at('promised'), at('arrived'))).toBe(9);
    expect(changesShelf(at('arrived'), at('fitted'))).toBe(-8);
    expect(changesShelf(at('arrived'), at('sent-back'))).toBe(-9);
    // What lay there already is counted down when it is fitted, and not before.
    expect(changesShelf(at('wanted', true), at('arrived', true))).toBe(0);
    expect(changesShelf(at('arrived', true), at('fitted', true))).toBe(-8);
  });

  test('an engine waits for what is open, until a day only where everything was promised', () => {
    const promised = (promisedOn: string) => line({ state: 'promised', promisedOn });
    expect(waitsOf([promised('2026-03-04'), promised('2026-03-02'), line({ state: 'fitted' })])).toEqual({ lines: 2, parts: ['pushrods'], until: '2026-03-04' }); // prettier-ignore
    expect(waitsOf([promised('2026-03-04'), line({ part: 'gaskets' })])).toEqual({ lines: 2, parts: ['pushrods', 'gaskets'], until: null }); // prettier-ignore
    expect(waitsOf([line({ state: 'arrived' })])).toBeNull();
    expect(LINE_STATES.filter((state) => isOpen({ state }))).toEqual(['wanted', 'ordered', 'promised']);
  });
});

describe('what an engine cost', () => {
  test('is the sum of its lines: prices, freight, less what came back', () => {
    const next = chance(29);
    const lines = Array.from({ length: 40 }, () =>
      line({
        state: LINE_STATES[Math.floor(next() * LINE_STATES.length)],
        places: [`${1 + Math.floor(next() * 8)}I`],
        priceEach: Math.floor(next() * 9000), quantity: 1 + Math.floor(next() * 16), spares: Math.floor(next() * 3),
        freight: Math.floor(next() * 400), refund: next() < 0.3 ? 100 : null,
      }),
    ); // prettier-ignore
    const { parts, freight, refunds, total, twice } = costsOf(lines);
    expect(total).toBe(parts + freight - refunds);
    const bought = lines.filter(({ state }) => state !== 'wanted' && state !== 'dropped');
    expect(parts).toBe(bought.reduce((sum, one) => sum + priceOf(one)!, 0));
    expect(twice).toBeLessThanOrEqual(total);
  });

  test('bought twice is what a place got before what it has now, with its freight, less what came back', () => {
    const wrong = line({ state: 'sent-back', freight: 600, refund: 5000, places: ['1I', '3I'] });
    const right = line({ state: 'fitted', freight: 600, places: ['1I', '3I'] });
    expect(boughtTwice([wrong, right, line({ state: 'fitted', places: ['1E'] })])).toEqual([wrong]);
    expect(costsOf([wrong, right]).twice).toBe(9 * 1450 + 600 - 5000);
    // Wanted twice, or taken from the shelf, is not bought twice.
    expect(costsOf([line({ state: 'dropped' }), right]).twice).toBe(0);
    expect(costsOf([line({ state: 'fitted', isFromShelf: true }), right]).twice).toBe(0);
  });

  test('a line without a price is counted as such, and makes no sum by itself', () =>
    expect(costsOf([line({ state: 'ordered', priceEach: null })])).toMatchObject({ parts: 0, unpriced: 1 }));
});

describe('the shelf', () => {
  const item = (change: Partial<StockItem>): StockItem => ({
    id: 'rod', part: 'pushrods', title: 'Pushrod', number: 'MP-1', supplierId: 'supplier', lengths: null, diameterMm: null,
    wallMm: null, priceEach: 1450, leadDays: 5, keep: null, ...change,
  }); // prettier-ignore

  test('is what came less what went, and free of what is meant for an engine', () => {
    const moves = [16, -2].map((pieces) => ({ itemId: 'rod', lengthMm: 194.31, pieces }));
    const meant = line({ state: 'arrived', isFromShelf: true, lengthMm: 194.31 });
    expect(onShelf(moves, [meant])).toEqual([{ itemId: 'rod', lengthMm: 194.31, pieces: 14, free: 6 }]);
    expect(onShelf([...moves, { ...moves[0], pieces: -14 }], [])).toEqual([]);
  });

  test('rods come from the shelf first, then from a catalogue, and cut to length last; the nearest first', () => {
    const items = [
      item({ id: 'cut', lengths: { kind: 'cut', from: 150, to: 260 } }),
      item({ id: 'steps', lengths: { kind: 'steps', from: 190, to: 200, step: 0.635 } }),
      item({ id: 'kept', lengths: { kind: 'one', length: 194.3 }, supplierId: null }),
      item({ id: 'gasket', part: 'gaskets' }),
    ];
    const shelf = [{ itemId: 'kept', lengthMm: 194.3, pieces: 8, free: 8 }];
    const found = rodsAtHand(items, shelf, 194.1, 1);
    expect(found.map(({ item: { id } }) => id)).toEqual(['kept', 'steps', 'steps', 'steps', 'cut']);
    expect(found[1].length).toBeCloseTo(190 + 6 * 0.635, 9);
    expect(found.at(-1)!.length).toBe(194.1);
    expect(rodsAtHand(items, [{ ...shelf[0], free: 0 }], 194.1, 1)[0].item.id).toBe('steps');
    expect(rodsAtHand(items, [], 300, 1)).toEqual([]);
  });
});
