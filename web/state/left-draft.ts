import { create } from 'zustand';

/** The draft that somebody came back to: when it was typed (null for long ago), and throwing it away; none while there is none. */
export const useLeftDraft = create<{ at: string | null; drop: (() => void) | null }>(() => ({ at: null, drop: null }));
