import { randomUUID } from 'node:crypto';
import type { NewLine } from '../contracts/parts.js';
import type { Person } from '../contracts/shop.js';
import type { StockItem } from '../core/parts/stock.js';
import { toCanonical } from '../core/units/units.js';
import type { Context } from '../server/services/context.js';
import type { Engines } from '../server/services/engines.js';
import { countShelf, writeItems, writeSupplier } from '../server/services/parts-book.js';
import { Parts } from '../server/services/parts.js';
import { changeShop, shopOf } from '../server/services/shop.js';

/** Who sells what to Marram Engine Works; all made up. */
const REEDBED = { id: '3f0f5f3a-6d7b-4a54-8f10-0c6a2f6b7a01', name: 'Reedbed Tube Works', mail: 'orders@reedbed.example', phone: '01632 960 330' }; // prettier-ignore
const HERON = { id: '3f0f5f3a-6d7b-4a54-8f10-0c6a2f6b7a03', name: 'Heron Grinding', phone: '01632 960 441' };
const SEDGE = { id: '3f0f5f3a-6d7b-4a54-8f10-0c6a2f6b7a02', name: 'Sedge Gaskets', mail: 'counter@sedge.example' };

const inches = (length: number) => toCanonical(length, 'in');
const item = (id: number, change: Partial<StockItem>): StockItem => ({
  id: `5a9d2c44-1b7e-4c3d-9c55-7d1f0e2a8b${String(id).padStart(2, '0')}`,
  part: 'pushrods', title: 'Pushrod 3/8', number: '', supplierId: REEDBED.id, lengths: null, diameterMm: inches(0.375),
  wallMm: inches(0.08), priceEach: 1650, leadDays: 6, keep: null, ...change,
}); // prettier-ignore

const KEPT = item(1, { title: 'Pushrod 3/8, kept', number: 'RT-375-7875', lengths: { kind: 'one', length: inches(7.875) }, keep: 8 }); // prettier-ignore
const STEPS = item(2, { number: 'RT-375-S', lengths: { kind: 'steps', from: inches(7), to: inches(9), step: inches(0.05) } }); // prettier-ignore
const CUT = item(3, { title: 'Pushrod 3/8, cut to length', number: 'RT-375-C', lengths: { kind: 'cut', from: inches(6), to: inches(11) }, priceEach: 2400, leadDays: 14 }); // prettier-ignore
const TWIN = item(4, { title: 'Pushrod 8 mm, cut to length', number: 'RT-8-C', lengths: { kind: 'cut', from: 150, to: 320 }, diameterMm: 8, wallMm: 1.5, priceEach: 2100, leadDays: 12 }); // prettier-ignore
const GASKET = item(5, { part: 'gaskets', title: 'Head gasket 1.0 mm', number: 'SG-86-10', supplierId: SEDGE.id, diameterMm: null, wallMm: null, priceEach: 3400, leadDays: 9 }); // prettier-ignore

const DAY_MS = 86_400_000;

type Engine = { id: string; tag: string };

/** The builder's hand on the list of parts, through the services that a user's clicks go through. */
async function handOn(context: Context, engines: Engines, now: Date, builder: Person) {
  const parts = new Parts(context, engines);
  const { engines: found } = JSON.parse(await engines.floor({ search: '' }, 1)) as { engines: Engine[] }; // prettier-ignore
  const engineOf = (tag: string) => found.find((one) => one.tag === tag)!.id;
  const want = async (tag: string, change: Partial<NewLine>) => {
    const id = randomUUID();
    const line: NewLine = {
      id, engineId: engineOf(tag), places: [], part: 'pushrods', what: '', itemId: null, lengthMm: null, isFromShelf: false,
      quantity: 1, spares: 0, priceEach: null, supplierId: null, note: '', ...change,
    }; // prettier-ignore
    await parts.want(builder, line);
    return id;
  };
  const order = async (supplierId: string, lines: string[], freight: number, days: number | null) => {
    await parts.placeOrder(builder, { id: randomUUID(), supplierId, lines, freight });
    const promisedOn = days === null ? undefined : new Date(now.getTime() + days * DAY_MS).toISOString().slice(0, 10);
    for (const line of lines)
      if (promisedOn) await parts.changeLine(builder, line, { id: randomUUID(), from: 'ordered', to: 'promised', promisedOn }); // prettier-ignore
  };
  const step = (line: string, from: 'ordered' | 'arrived', to: 'arrived' | 'fitted' | 'sent-back', refund?: number) => parts.changeLine(builder, line, { id: randomUUID(), from, to, ...(refund === undefined ? {} : { refund }) }); // prettier-ignore
  return { want, order, step };
}

/** Who sells, what lies on the shelf, and the tractor's rods: ordered by the wrong convention, sent back, bought again. */
export async function beginParts(
  context: Context,
  engines: Engines,
  now: Date,
  [owner, , builder]: Person[],
): Promise<void> {
  await changeShop(context, owner, { ...(await shopOf(context.database)), currency: 'EUR' });
  const { want, order, step } = await handOn(context, engines, now, builder);
  for (const supplier of [REEDBED, SEDGE, HERON]) await writeSupplier(context, builder, randomUUID(), supplier);
  await writeItems(context, builder, [KEPT, STEPS, CUT, TWIN, GASKET]);
  await countShelf(context, builder, { id: randomUUID(), itemId: KEPT.id, lengthMm: inches(7.875), pieces: 12 });
  const sixRods = {
    places: ['1I', '2I', '3I', '4I', '5I', '6I'],
    quantity: 6,
    priceEach: 1650,
    supplierId: REEDBED.id,
  };
  const wrong = await want('BS6-114', { ...sixRods, what: 'Pushrod 3/8, 9.150 in', note: 'Told overall, meant theoretical' }); // prettier-ignore
  await order(REEDBED.id, [wrong], 1200, null);
  await step(wrong, 'ordered', 'arrived');
  await step(wrong, 'arrived', 'sent-back', 7900);
  const right = await want('BS6-114', { ...sixRods, what: 'Pushrod 3/8, 9.166 in theoretical' });
  await order(REEDBED.id, [right], 1200, null);
  await step(right, 'ordered', 'arrived');
  await step(right, 'arrived', 'fitted');
}

/** What the hydroplane, the fire pump and the sidecar wait for: one from the shelf, others promised or on no day yet. */
export async function orderParts(
  context: Context,
  engines: Engines,
  now: Date,
  [, , builder]: Person[],
): Promise<void> {
  const { want, order } = await handOn(context, engines, now, builder);
  const valves = (kind: 'I' | 'E') => ['1', '3', '5', '7', '2', '4', '6', '8'].map((cylinder) => `${cylinder}${kind}`);
  await want('PH8-031', { places: valves('I'), what: 'Pushrod 3/8, 7.875 in overall', itemId: KEPT.id, lengthMm: inches(7.875), quantity: 8, isFromShelf: true }); // prettier-ignore
  const exhaust = await want('PH8-031', { places: valves('E'), what: 'Pushrod 3/8, 7.850 in overall', itemId: STEPS.id, lengthMm: inches(7.85), quantity: 8, spares: 1, priceEach: 1650, supplierId: REEDBED.id }); // prettier-ignore
  await order(REEDBED.id, [exhaust], 1250, 4);
  const rocker = await want('PH8-034', { part: 'rockers', places: ['8E'], what: 'Rocker, its tip ground anew', priceEach: 4200, supplierId: HERON.id }); // prettier-ignore
  await order(HERON.id, [rocker], 600, 6);
  const gasket = await want('DT2-007', { part: 'gaskets', what: 'Head gasket 1.0 mm', itemId: GASKET.id, quantity: 2, priceEach: 3400, supplierId: SEDGE.id }); // prettier-ignore
  await order(SEDGE.id, [gasket], 900, 7);
  await want('DT2-007', { places: ['1E', '2E'], what: 'Pushrod 8 mm, cut to length', itemId: TWIN.id, quantity: 2, priceEach: 2100, supplierId: REEDBED.id, note: 'Length after the stands are cut' }); // prettier-ignore
}
