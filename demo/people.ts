import type { ShopData } from '../contracts/shop-data.js';
import type { Person } from '../contracts/shop.js';

export const DEMO_SHOP = 'Marram Engine Works';

/** When it works: four long days and a short one. */
export const DEMO_WEEK: Pick<ShopData, 'week' | 'hours' | 'timeZone'> = {
  week: ['mon', 'tue', 'wed', 'thu', 'fri'],
  hours: { from: '07:30', to: '16:30', breakFrom: '12:00', breakTo: '12:45' },
  timeZone: 'UTC',
};

/** The PIN of everybody in the demo. */
export const DEMO_PIN = '246810';

/** The people of Marram Engine Works; handles are the role names. */
export const DEMO_PEOPLE: Person[] = [
  { handle: 'owner', name: 'Tove Marram', role: 'owner' },
  { handle: 'lead', name: 'Ansel Brook', role: 'lead' },
  { handle: 'builder', name: 'Wren Halloway', role: 'builder' },
  { handle: 'apprentice', name: 'Pip Sedgley', role: 'apprentice' },
];
