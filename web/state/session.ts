import { create } from 'zustand';
import type { Person } from '../../contracts/shop.js';
import { ask, whenSignedOut } from '../app/api.js';

interface SessionState {
  /** `asking` until the server has said who this is. */
  status: 'asking' | 'unreachable' | 'empty-shop' | 'signed-out' | 'signed-in';
  shopName: string | null;
  person: Person | null;
  ask: () => Promise<void>;
  signIn: (handle: string, pin: string) => Promise<void>;
  signOut: () => Promise<void>;
}

/** The last person known on this device, so that a bench without its server still opens. */
const REMEMBERED = 'utex.person';

/** Whose hands these are. */
export const useSession = create<SessionState>((set, get) => ({
  status: 'asking',
  shopName: null,
  person: null,

  async ask() {
    try {
      const shop = await ask('GET /api/shop');
      if (shop.person) localStorage.setItem(REMEMBERED, JSON.stringify(shop.person));
      const status = !shop.open ? 'empty-shop' : shop.person ? 'signed-in' : 'signed-out';
      set({ status, shopName: shop.name, person: shop.person });
    } catch {
      const remembered = localStorage.getItem(REMEMBERED);
      set(remembered ? { status: 'signed-in', person: JSON.parse(remembered) as Person } : { status: 'unreachable' });
    }
  },

  async signIn(handle, pin) {
    const { person } = await ask('POST /api/session', { body: { handle, pin } });
    localStorage.setItem(REMEMBERED, JSON.stringify(person));
    set({ status: 'signed-in', person });
    if (!get().shopName) await get().ask();
  },

  async signOut() {
    await ask('DELETE /api/session');
    localStorage.removeItem(REMEMBERED);
    set({ status: 'signed-out', person: null });
  },
}));

/** Whether these hands only look on: an apprentice's own measuring is on the practice bench. */
export const useLooksOn = () => useSession((state) => state.person?.role === 'apprentice');

whenSignedOut(() => useSession.setState({ status: 'signed-out', person: null }));
