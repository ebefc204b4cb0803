import { create } from 'zustand';
import type { Bench, Person } from '../../contracts/shop.js';
import { ask, whenSignedOut } from '../app/api.js';

interface SessionState {
  /**
   * `asking` until the server has said who this is; `locked` while the bench waits for a PIN over work that stays as it
   * was left.
   */
  status: 'asking' | 'unreachable' | 'empty-shop' | 'signed-out' | 'signed-in' | 'locked';
  shopName: string | null;
  bench: Bench;
  /** Who is signed in, or was when the bench was locked. */
  person: Person | null;
  ask: () => Promise<void>;
  signIn: (handle: string, pin: string) => Promise<void>;
  signOut: () => Promise<void>;
  /** Asks for a PIN again; what is typed stays where it stands, for whoever typed it. */
  lock: () => Promise<void>;
}

/** The last person known on this device, so that a bench without its server still opens. */
const REMEMBERED = 'utex.person';
/** Set while the bench is locked: a page that is loaded anew asks for a PIN as well, also where the server was away. */
const LOCKED = 'utex.locked';

const NO_BENCH: Bench = { people: null, idleMinutes: null, units: null, twoPeople: false, week: null, closed: [] };

const endSession = () => ask('DELETE /api/session').catch(() => null);

/** What the shop says to a bench by now: somebody may have come to it since. Nothing where it cannot be reached. */
const benchNow = (): Promise<Partial<SessionState>> =>
  ask('GET /api/shop').then(
    ({ name, bench }) => ({ shopName: name, bench }),
    () => ({}),
  );

/** Whose hands these are. */
export const useSession = create<SessionState>((set, get) => ({
  status: 'asking',
  shopName: null,
  bench: NO_BENCH,
  person: null,

  async ask() {
    try {
      if (localStorage.getItem(LOCKED)) await endSession();
      const shop = await ask('GET /api/shop');
      if (shop.person) localStorage.setItem(REMEMBERED, JSON.stringify(shop.person));
      const status = !shop.open ? 'empty-shop' : shop.person ? 'signed-in' : 'signed-out';
      set({ status, shopName: shop.name, bench: shop.bench, person: shop.person });
    } catch {
      const remembered = localStorage.getItem(LOCKED) ? null : localStorage.getItem(REMEMBERED);
      set(remembered ? { status: 'signed-in', person: JSON.parse(remembered) as Person } : { status: 'unreachable' });
    }
  },

  async signIn(handle, pin) {
    const { person } = await ask('POST /api/session', { body: { handle, pin } });
    localStorage.setItem(REMEMBERED, JSON.stringify(person));
    localStorage.removeItem(LOCKED);
    set({ status: 'signed-in', person });
    if (!get().shopName) await get().ask();
  },

  async signOut() {
    await ask('DELETE /api/session');
    localStorage.removeItem(REMEMBERED);
    set({ status: 'signed-out', person: null });
    set(await benchNow());
  },

  async lock() {
    if (get().status !== 'signed-in') return;
    localStorage.setItem(LOCKED, 'yes');
    set({ status: 'locked' });
    await endSession();
    set(await benchNow());
  },
}));

/** Whether these hands only look on: an apprentice's own measuring is on the practice bench. */
export const useLooksOn = () => useSession((state) => state.person?.role === 'apprentice');

/** Forgets what somebody was shown, with him: whenever other hands are there, or none. */
export const whenHandsChange = (forget: () => void): void =>
  void useSession.subscribe(({ person }, before) => {
    if (person?.handle !== before.person?.handle) forget();
  });

/** Who may send what is kept on this device: nobody while the bench is locked. */
export const handNow = (): string | null => {
  const { status, person } = useSession.getState();
  return status === 'signed-in' ? (person?.handle ?? null) : null;
};

whenSignedOut(() =>
  // A session that ran out at work: the work stays as it is until its person is back. Where nobody is at work, what was
  // refused tells nothing: the shop itself says whether it waits for a PIN, or for its first visit.
  useSession.setState(({ status }) => (status === 'signed-in' ? { status: 'locked' } : {})),
);
