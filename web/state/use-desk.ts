import { createContext, useContext } from 'react';
import { useStore, type StoreApi } from 'zustand';
import type { Desk } from './desk.js';

/** The desk that the screens below stand on. */
export const DeskContext = createContext<StoreApi<Desk> | null>(null);

export function useDesk(): Desk;
export function useDesk<Part>(select: (desk: Desk) => Part): Part;
export function useDesk<Part>(select: (desk: Desk) => Part = (desk) => desk as Part): Part {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('There is no desk here');
  return useStore(desk, select);
}
