import { LAYOUTS } from '../core/engine/layouts.js';
import { completeEngine, newEngineSchema, type NewEngine } from './engine.js';
import { asIssues } from './wording/impossible.js';
import { newReadingSchema, postDispositionSchema } from './reading.js';
import { signRequest } from './record.js';
import { newPersonRequest, openShopRequest } from './shop.js';
import { camCardSchema } from './papers/cam-card.js';

const ask = (change: Partial<NewEngine> & Pick<NewEngine, 'layout'>): NewEngine =>
  newEngineSchema.parse({ tag: 'T', title: 'T', customer: 'C', ...change });
const pathsOf = (result: { success: boolean; error?: { issues: { path: PropertyKey[] }[] } }) =>
  result.success ? [] : result.error!.issues.map(({ path }) => path.join('.'));

describe('what a template fills in', () => {
  test.each(LAYOUTS.flatMap(({ name, engine }) => (engine ? [[name, engine] as const] : [])))(
    'a %s with nothing stated is its template',
    (layout, engine) => expect(completeEngine(ask({ layout })).engine).toEqual(engine),
  );

  test('what is stated stands, the rest follows', () => {
    const { engine } = completeEngine(ask({ layout: 'v8', ratio: { intake: 1.7, exhaust: 1.6 }, mains: 3 }));
    expect(engine).toMatchObject({
      ratio: { intake: 1.7, exhaust: 1.6 },
      mains: 3,
      firingOrder: [1, 8, 7, 2, 6, 5, 4, 3],
    });
  });

  test('another firing order fires evenly unless it says otherwise', () => {
    const { engine } = completeEngine(ask({ layout: 'v-twin', firingOrder: [2, 1] }));
    expect(engine!.intervals).toEqual([360, 360]);
    expect(
      completeEngine(ask({ layout: 'v-twin', firingOrder: [2, 1], intervals: [410, 310] })).engine!.intervals,
    ).toEqual([410, 310]);
  });

  test('other banks bring a pin a cylinder, unless the pins are stated', () => {
    const banks = [{ cylinders: [1, 2, 3, 4], valveOrder: 'IEIEIEIE' }];
    const four = completeEngine(ask({ layout: 'i6', banks, firingOrder: [1, 3, 4, 2] })).engine!;
    expect(four).toMatchObject({ pins: [[1], [2], [3], [4]], mains: 5 });
    const shared = completeEngine(ask({ layout: 'i6', banks, firingOrder: [1, 3, 4, 2], pins: [[1, 2], [3, 4]] })).engine!; // prettier-ignore
    expect(shared).toMatchObject({ pins: [[1, 2], [3, 4]], mains: 3 }); // prettier-ignore
  });

  test('a custom engine names all that it leaves out', () => {
    const { engine, issues } = completeEngine(ask({ layout: 'custom' }));
    expect(engine).toBeNull();
    expect(asIssues(issues).map(({ path }) => path)).toEqual(['banks', 'firingOrder', 'lifter', 'mount', 'thread', 'ratio', 'seatEvents', 'metals']); // prettier-ignore
  });
});

describe('what crosses the border is checked field by field', () => {
  test.each([
    [{ tag: '' }, 'tag'],
    [{ tag: 'x'.repeat(25) }, 'tag'],
    [{ customer: '   ' }, 'customer'],
    [{ layout: 'w16' }, 'layout'],
    [{ firingOrder: [] }, 'firingOrder'],
    [{ firingOrder: [1.5] }, 'firingOrder.0'],
    [{ intervals: [-1] }, 'intervals.0'],
    [{ thread: { threadsPerUnit: 0, unit: 'in' } }, 'thread.threadsPerUnit'],
    [{ thread: { threadsPerUnit: 24, unit: 'ft' } }, 'thread.unit'],
    [{ ratio: { intake: 0.1, exhaust: 1.5 } }, 'ratio.intake'],
    [
      { seatEvents: { intakeOpenBtdc: 200, intakeCloseAbdc: 0, exhaustOpenBbdc: 0, exhaustCloseAtdc: 0 } },
      'seatEvents.intakeOpenBtdc',
    ],
    [{ banks: [{ cylinders: [1], valveOrder: 'IX' }] }, 'banks.0.valveOrder'],
    [{ metals: { block: 'wood', head: 'iron' } }, 'metals.block'],
    [{ mains: 0 }, 'mains'],
  ])('an engine with %j is refused at %s', (change, path) => {
    const request = { tag: 'T', title: 'T', customer: 'C', layout: 'v8', ...change };
    expect(pathsOf(newEngineSchema.safeParse(request))).toEqual([path]);
  });

  test('a reading needs an id of its own, and keeps within its lengths', () => {
    const good = { id: '00000000-0000-4000-8000-000000000000', measure: 'm', place: 'p', entered: '1', unit: 'in' };
    expect(newReadingSchema.parse(good).how).toBe('keyed');
    expect(pathsOf(newReadingSchema.safeParse({ ...good, id: '1' }))).toEqual(['id']);
    expect(pathsOf(newReadingSchema.safeParse({ ...good, entered: '1'.repeat(41) }))).toEqual(['entered']);
    expect(pathsOf(newReadingSchema.safeParse({ ...good, how: 'guessed' }))).toEqual(['how']);
    expect(pathsOf(newReadingSchema.safeParse({ ...good, atLiftMm: -1 }))).toEqual(['atLiftMm']);
  });

  test('a decision says what was done, and why', () => {
    const good = { measure: 'm', place: 'p', action: 'reworked', reason: 'filed' };
    expect(postDispositionSchema.safeParse(good).success).toBe(true);
    expect(pathsOf(postDispositionSchema.safeParse({ ...good, reason: ' a ' }))).toEqual(['reason']);
    expect(pathsOf(postDispositionSchema.safeParse({ ...good, action: 'forgotten' }))).toEqual(['action']);
  });

  test('leaving out what is missing needs a reason', () => {
    expect(signRequest.safeParse({}).success).toBe(true);
    expect(pathsOf(signRequest.safeParse({ missing: 'accepted' }))).toEqual(['reason']);
    expect(signRequest.safeParse({ missing: 'accepted', reason: 'sold as it is' }).success).toBe(true);
  });

  test('handles are small and plain, PINs are digits, the shop’s address has no slash at its end', () => {
    const person = { handle: ' Wren ', name: 'Wren', pin: '123456', role: 'builder' };
    expect(newPersonRequest.parse(person).handle).toBe('wren');
    for (const handle of ['1wren', 'w', 'wren halloway', 'x'.repeat(25)])
      expect(pathsOf(newPersonRequest.safeParse({ ...person, handle }))).toEqual(['handle']);
    for (const pin of ['12345', '1234567890123', '12345a'])
      expect(pathsOf(newPersonRequest.safeParse({ ...person, pin }))).toEqual(['pin']);
    const shop = {
      shopName: 'Marram',
      verifyAddress: 'https://shop.test//',
      owner: { handle: 'owner', name: 'T', pin: '123456' },
    };
    expect(openShopRequest.parse(shop).verifyAddress).toBe('https://shop.test');
    expect(pathsOf(openShopRequest.safeParse({ ...shop, verifyAddress: 'shop.test' }))).toEqual(['verifyAddress']);
  });

  test('a cam card needs its unit, its check lift and where it is checked, and nothing else', () => {
    const least = { unit: 'mm', checkAt: 'valve', checkLift: 1 };
    expect(camCardSchema.safeParse(least).success).toBe(true);
    for (const key of Object.keys(least))
      expect(pathsOf(camCardSchema.safeParse({ ...least, [key]: undefined }))).toEqual([key]);
    expect(pathsOf(camCardSchema.safeParse({ ...least, advance: 90, intakeDuration: 0 })).sort()).toEqual([
      'advance',
      'intakeDuration',
    ]);
  });
});
