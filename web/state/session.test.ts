import type { Person } from '../../contracts/shop.js';

/** What the browser remembers on this device. */
const remembered = new Map<string, string>();
globalThis.localStorage = {
  getItem: (key: string) => remembered.get(key) ?? null,
  setItem: (key: string, value: string) => void remembered.set(key, value),
  removeItem: (key: string) => void remembered.delete(key),
} as Storage;
const { handNow, useSession } = await import('./session.js');
const { ask } = await import('../app/api.js');
const { typedInto, typeInto, useHalfTyped } = await import('./half-typed.js');
const { usePartsBook } = await import('./parts-book.js');
const { usePromises } = await import('./promises.js');
const { FIRST_POSITION, usePreferences } = await import('./preferences.js');

const WREN: Person = { handle: 'builder', name: 'Wren', role: 'builder' };
let shop: object | null;
beforeEach(() => {
  remembered.clear();
  useSession.setState({ status: 'asking', person: null, shopName: null });
  globalThis.fetch = (async (path: string, { method }: RequestInit) => {
    if (!shop) throw new TypeError('failed to fetch');
    if (method === 'DELETE') return new Response(null, { status: 204 });
    if (path === '/api/acts') return new Response(JSON.stringify({ error: { code: 'session.missing', message: 'Sign in first.', issues: [] } }), { status: 401 }); // prettier-ignore
    if (path === '/api/session') return new Response(JSON.stringify({ person: WREN }), { status: 200 });
    return new Response(JSON.stringify(shop), { status: 200 });
  }) as typeof fetch;
});
const standing = () => useSession.getState().status;

describe('whose hands these are', () => {
  test.each([
    [{ open: false, name: null, person: null }, 'empty-shop'],
    [{ open: true, name: 'Marram', person: null }, 'signed-out'],
    [{ open: true, name: 'Marram', person: WREN }, 'signed-in'],
  ])('%j is %s', async (answer, expected) => {
    shop = answer;
    await useSession.getState().ask();
    expect(standing()).toBe(expected);
  });

  test.each([
    [{ open: false, name: null, person: null }, 'empty-shop'],
    [{ open: true, name: 'Marram', person: null }, 'signed-out'],
    [{ open: true, name: 'Marram', person: WREN }, 'locked'],
  ])('%j, and what was asked beside it is refused later: %s', async (answer, expected) => {
    shop = answer;
    await useSession.getState().ask();
    await expect(ask('GET /api/acts')).rejects.toThrow('Sign in first.');
    expect(standing()).toBe(expected);
  });

  test('what is refused before the shop has said anything asks nobody for a PIN', async () => {
    await expect(ask('GET /api/acts')).rejects.toThrow('Sign in first.');
    expect(standing()).toBe('asking');
  });

  test('without its server the bench still opens for who worked here last, and for nobody else', async () => {
    shop = null;
    await useSession.getState().ask();
    expect(standing()).toBe('unreachable');
    shop = { open: true, name: 'Marram', person: WREN };
    await useSession.getState().ask();
    shop = null;
    await useSession.getState().ask();
    expect([standing(), useSession.getState().person]).toEqual(['signed-in', WREN]);
  });

  test('signing out forgets who it was', async () => {
    shop = { open: true, name: 'Marram', person: WREN };
    await useSession.getState().signIn('builder', '246810');
    expect([standing(), useSession.getState().shopName]).toEqual(['signed-in', 'Marram']);
    await useSession.getState().signOut();
    expect(standing()).toBe('signed-out');
    shop = null;
    await useSession.getState().ask();
    expect(standing()).toBe('unreachable');
  });
});

describe('a bench that is locked', () => {
  test('keeps whose work it is, lets nobody send for that person, and asks for a PIN when it is loaded anew', async () => {
    shop = { open: true, name: 'Marram', person: WREN };
    await useSession.getState().ask();
    expect(handNow()).toBe('builder');
    shop = { open: true, name: 'Marram', person: null };
    await useSession.getState().lock();
    expect([standing(), useSession.getState().person, handNow()]).toEqual(['locked', WREN, null]);
    // Loaded anew with the server away: what is remembered does not open it.
    shop = null;
    useSession.setState({ status: 'asking', person: null });
    await useSession.getState().ask();
    expect(standing()).toBe('unreachable');
    shop = { open: true, name: 'Marram', person: WREN };
    await useSession.getState().signIn('builder', '246810');
    expect([standing(), handNow()]).toEqual(['signed-in', 'builder']);
  });
});

describe('a number that is half typed', () => {
  const of = (whose: string, slot: string) => typedInto(useHalfTyped.getState(), whose, slot)?.text ?? '';

  test('is its person’s own, and stands where it was typed', () => {
    typeInto('wren a', 'lash@1I', 'in', () => '0.4');
    typeInto('ansel a', 'lash@1I', 'in', () => '7');
    typeInto('wren a', 'lash@1I', 'in', (text) => `${text}1`);
    expect([of('wren a', 'lash@1I'), of('ansel a', 'lash@1I'), of('wren a', 'lash@1E'), of('wren b', 'lash@1I')]).toEqual(['0.41', '7', '', '']); // prettier-ignore
    typeInto('wren a', 'lash@1E', 'in', (text) => `${text}3`);
    expect([of('wren a', 'lash@1E'), of('wren a', 'lash@1I')]).toEqual(['3', '']);
  });
});

describe('what was shown of the shop', () => {
  const shown = () => [usePromises.getState().answer, usePartsBook.getState().book];
  beforeEach(() => {
    useSession.setState({ status: 'signed-in', person: WREN });
    usePromises.setState({ answer: { engines: [] } as never });
    usePartsBook.setState({ book: { lines: [] } as never });
  });

  test('goes with whom it was shown to', async () => {
    shop = { open: true, name: 'Marram', person: null };
    await useSession.getState().signOut();
    expect(shown()).toEqual([null, null]);
  });

  test('goes where other hands take over, and stays under a lock that its own person opens', async () => {
    await useSession.getState().lock();
    await useSession.getState().signIn('builder', '246810');
    expect(shown()).toEqual([{ engines: [] }, { lines: [] }]);
    useSession.setState({ person: { handle: 'apprentice', name: 'Kit', role: 'apprentice' } });
    expect(shown()).toEqual([null, null]);
  });
});

describe('what this device remembers', () => {
  const { move, cycleUnit, toggleShade, chooseWheel } = usePreferences.getState();

  test('where one stood on each engine comes back, each change by itself', () => {
    move('a', { place: '3I', crankDeg: 110 });
    move('a', { steps: { timing: 'intake-open@engine@' } });
    move('b', { occasion: 'first-heat' });
    const { positions } = usePreferences.getState();
    expect(positions.a).toEqual({
      ...FIRST_POSITION,
      place: '3I',
      crankDeg: 110,
      steps: { timing: 'intake-open@engine@' },
    });
    expect(positions.b).toEqual({ ...FIRST_POSITION, occasion: 'first-heat' });
  });

  test('the unit goes round inch, thou, millimetre', () => {
    const seen = [];
    for (const from of ['in', 'thou', 'mm'] as const) {
      cycleUnit(from, 'bore');
      seen.push(usePreferences.getState().unit);
    }
    expect(seen).toEqual(['thou', 'mm', 'in']);
  });

  test('the builder’s wheel and the evening shift stay', () => {
    chooseWheel({ face: '0-360' });
    chooseWheel({ runs: 'against' });
    expect(usePreferences.getState().wheel).toEqual({ face: '0-360', runs: 'against' });
    toggleShade('light');
    expect(usePreferences.getState().shade).toBe('dark');
  });
});
