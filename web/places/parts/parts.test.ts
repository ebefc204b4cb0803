import type { PartLine } from '../../../core/parts/line.js';
import type { StockItem } from '../../../core/parts/stock.js';
import { CATALOGUE_COLUMNS, readCatalogue } from './catalogue-file.js';
import { isLate, sayCanGoOn, sayFor } from './say.js';

let ids = 0;
const newId = () => `00000000-0000-4000-8000-${String(++ids).padStart(12, '0')}`;
const SUPPLIER = '3f0f5f3a-6d7b-4a54-8f10-0c6a2f6b7a01';
const read = (text: string, items: StockItem[] = []) => readCatalogue(text, SUPPLIER, { items, currency: 'EUR' }, newId); // prettier-ignore
const HEAD = CATALOGUE_COLUMNS.join(',');

describe('a supplier’s list', () => {
  test('is read line by line: one length, steps, cut to length, or none, each in its own unit', () => {
    const { items, problems } = read(
      `${HEAD}\npushrods,Rod,A-1,in,7.65,,,0.3125,0.08,14.50,5,8\npushrods,Rods,A-2,in,7,9,0.05,,,16.5,,\npushrods,Cut,A-3,mm,150,320,,8,1.5,21,12,\ngaskets,"Gasket, 1.0 mm",A-4,,,,,,,34,9,\n`,
    );
    expect(problems).toEqual([]);
    expect(items.map(({ lengths }) => lengths)).toEqual([
      { kind: 'one', length: expect.closeTo(194.31, 9) },
      { kind: 'steps', from: expect.closeTo(177.8, 9), to: expect.closeTo(228.6, 9), step: expect.closeTo(1.27, 9) },
      { kind: 'cut', from: 150, to: 320 },
      null,
    ]);
    expect(items.map(({ priceEach }) => priceEach)).toEqual([1450, 1650, 2100, 3400]);
    expect(items[0]).toMatchObject({ supplierId: SUPPLIER, leadDays: 5, keep: 8 });
    expect(items[3].title).toBe('Gasket, 1.0 mm');
  });

  test('the same number of the same supplier is the same part, written anew; what the shop keeps of it stays', () => {
    const [known] = read(`${HEAD}\npushrods,Rod,A-1,in,7.65,,,,,14.50,5,8\n`).items;
    const [again] = read(`part,title,number,price\npushrods,Rod,A-1,15.00\n`, [known]).items;
    expect(again).toMatchObject({ id: known.id, priceEach: 1500, keep: 8 });
    expect(read(`part,title,number\npushrods,Rod,A-1\npushrods,Rod,A-1\n`).problems).toEqual(['Line 3: A-1 stands there already.']); // prettier-ignore
  });

  test.each([
    ['part,title\npushrods,Rod\n', 'No column number in the first line.'],
    [`${HEAD},colour\npushrods,Rod,A-1,,,,,,,,,,red\n`, /^No column is called colour/],
    [`${HEAD}\nwheels,Rod,A-1,,,,,,,,,\n`, /^Line 2: part wheels: one of crank/],
    [`${HEAD}\npushrods,Rod,A-1,in,long,,,,,,,\n`, 'Line 2: length: long is no number.'],
    [`${HEAD}\npushrods,Rod,A-1,ft,7,,,,,,,\n`, 'Line 2: unit ft: in or mm.'],
    [`${HEAD}\npushrods,Rod,A-1,in,9,7,0.05,,,,,\n`, /the last length lies below the first/],
    [`${HEAD}\npushrods,Rod,A-1,in,7,,0.05,,,,,\n`, 'Line 2: a step needs the last length.'],
    [`${HEAD}\npushrods,Rod,A-1,in,7,,,,,1.555,,\n`, 'Line 2: price: finer than the currency is counted.'],
    [`${HEAD}\npushrods,,A-1,in,7,,,,,,,\n`, 'Line 2: title: must be filled in.'],
    [`${HEAD}\n`, 'The list has no line below its headers.'],
  ])('%j is told by its line', (text, problem) => {
    const { problems } = read(text);
    expect(problems).toHaveLength(1);
    expect(problems[0]).toEqual(typeof problem === 'string' ? problem : expect.stringMatching(problem));
  });
});

describe('a line in words', () => {
  const line = (change: Partial<PartLine>): PartLine => ({
    id: 'l', engineId: 'e', places: [], part: 'pushrods', what: 'Rod', itemId: null, lengthMm: null, quantity: 8, spares: 0, priceEach: null,
    supplierId: null, orderId: null, freight: null, state: 'promised', isFromShelf: false, promisedOn: '2026-03-04', refund: null, note: '', ...change,
  }); // prettier-ignore
  const engines = [{ id: 'e', tag: 'PH8-031', title: 'Petrel H8' }];

  test('says for which engine, and where on it', () => {
    expect(sayFor(line({}), engines)).toBe('PH8-031');
    expect(sayFor(line({ places: ['3I'] }), engines)).toBe('PH8-031, 3 intake');
    expect(sayFor(line({ places: ['1E', '3E'] }), engines)).toBe('PH8-031, 2 exhausts');
    expect(sayFor(line({ places: ['1E', '3I'] }), engines)).toBe('PH8-031, 1E 3I');
    expect(sayFor(line({ engineId: null }), engines)).toBe('for the shelf');
  });

  test('is late from the day after the one that was promised, until it is here', () => {
    expect([isLate(line({}), '2026-03-04'), isLate(line({}), '2026-03-05'), isLate(line({ state: 'arrived' }), '2026-03-05')]).toEqual([false, true, false]); // prettier-ignore
  });

  test('what came tells which engines can go on', () => {
    expect(sayCanGoOn([])).toBe('Booked.');
    expect(sayCanGoOn([{ tag: 'PH8-031', title: 'Petrel H8' }])).toBe('Booked. PH8-031 (Petrel H8) can go on.');
  });
});
