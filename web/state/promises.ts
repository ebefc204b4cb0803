import { create } from 'zustand';
import type { KeptAnswer, PromisesAnswer } from '../../contracts/promise.js';
import { ask, sayError } from '../app/api.js';
import { whenHandsChange } from './session.js';

interface Promises {
  /** Null until it was read once. */
  answer: PromisesAnswer | null;
  failure: string | null;
  /** How well promises held before; null until it was read. */
  held: KeptAnswer['classes'] | null;
  /** Reads it, or reads it anew after something was done about it. */
  load: () => Promise<void>;
  /** Reads how well promises held: it takes longer, and nobody waits for it. */
  loadHeld: () => Promise<void>;
}

/** When each engine in work is ready, as it was read last; it is worked out on the server, and waits for nobody. */
export const usePromises = create<Promises>((set) => ({
  answer: null,
  failure: null,
  held: null,
  async loadHeld() {
    try {
      set({ held: (await ask('GET /api/promises/kept')).classes });
    } catch (error) {
      set({ failure: sayError(error) });
    }
  },
  async load() {
    try {
      set({ answer: await ask('GET /api/promises'), failure: null });
    } catch (error) {
      set({ failure: sayError(error) });
    }
  },
}));

// Not everybody is told what becomes of promises.
whenHandsChange(() => usePromises.setState({ answer: null, failure: null, held: null }));
