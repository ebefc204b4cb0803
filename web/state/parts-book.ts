import { create } from 'zustand';
import type { PartsAnswer } from '../../contracts/parts.js';
import { ask, sayError } from '../app/api.js';
import { whenHandsChange } from './session.js';

interface PartsBook {
  /** Null until it was read once. */
  book: PartsAnswer | null;
  /** Why it could not be read; null where it could. */
  failure: string | null;
  /** Reads it, or reads it anew after something was done with it. */
  load: () => Promise<void>;
}

/** The shop's parts, as they were read last: who sells, what there is, what is wanted and on its way. */
export const usePartsBook = create<PartsBook>((set) => ({
  book: null,
  failure: null,
  async load() {
    try {
      set({ book: await ask('GET /api/parts'), failure: null });
    } catch (error) {
      set({ failure: sayError(error) });
    }
  },
}));

// Not everybody reads the book.
whenHandsChange(() => usePartsBook.setState({ book: null, failure: null }));
