import type { Person } from '../contracts/shop.js';

export const DEMO_SHOP = 'Marram Engine Works';

/** The PIN of everybody in the demo. */
export const DEMO_PIN = '246810';

/** The people of Marram Engine Works; handles are the role names. */
export const DEMO_PEOPLE: Person[] = [
  { handle: 'owner', name: 'Tove Marram', role: 'owner' },
  { handle: 'lead', name: 'Ansel Brook', role: 'lead' },
  { handle: 'builder', name: 'Wren Halloway', role: 'builder' },
  { handle: 'apprentice', name: 'Pip Sedgley', role: 'apprentice' },
];
