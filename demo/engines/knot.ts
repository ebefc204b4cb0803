import { DEMO_CUSTOMERS } from '../customers.js';
import type { DemoEngine } from '../acts.js';

/** The pump race's single, just opened. */
export const KNOT: DemoEngine = {
  daysAgo: 0.02,
  engine: {
    tag: 'KM1-052',
    title: 'Knot M1, pump race',
    customer: DEMO_CUSTOMERS.fenwater.name,
    customerId: DEMO_CUSTOMERS.fenwater.id,
    layout: 'single',
    lifter: 'hydraulic',
    mount: 'stud-nut',
    thread: { threadsPerUnit: 20, unit: 'in' },
    specSet: 'pump-hydraulic',
  },
  acts: [],
};
