import type { Customer } from '../contracts/customer.js';

/** The customer book of Marram Engine Works: one with a boat and a pump, and who else has an engine here. */
export const DEMO_CUSTOMERS = {
  fenwater: {
    id: '7b1f6c1e-0f53-4c55-9a52-6a5b4a3f1d01',
    name: 'Fenwater Racing',
    phone: '01632 960 114',
    mail: 'boathouse@fenwater.example',
    address: 'The Boathouse\nFenwater Staithe',
    toldBy: 'phone',
  },
  osgood: {
    id: '7b1f6c1e-0f53-4c55-9a52-6a5b4a3f1d02',
    name: 'Osgood Farm Pulling Team',
    phone: '01632 960 271',
    toldBy: 'text',
  },
  rook: {
    id: '7b1f6c1e-0f53-4c55-9a52-6a5b4a3f1d03',
    name: 'Rook and Tansley Sidecars',
    mail: 'workshop@rooktansley.example',
    toldBy: 'mail',
  },
} as const satisfies Record<string, Customer>;
