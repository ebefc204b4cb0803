import canonicalize from 'canonicalize';
import type { z } from 'zod';
import type { newPersonRequest, openShopRequest, Person } from '../../contracts/shop.js';
import { EXAMPLE_SPEC_SETS } from '../../core/plan/spec-sets.js';
import { Failure } from '../failure.js';
import { isUniqueViolation } from '../store/database.js';
import { specSetRow } from '../store/engine-store.js';
import { findPinHash, findShop, personRows, shopRow } from '../store/people-store.js';
import type { Context } from './context.js';
import { hashPin, pinFits } from './pins.js';

/** The first visit: names the shop, makes its owner, lays out the example spec sets. @throws Failure shop.already-open */
export async function openShop(context: Context, asked: z.infer<typeof openShopRequest>): Promise<Person> {
  const { audit, clock, database, newId } = context;
  if (await findShop(database)) throw new Failure('shop.already-open');
  const now = clock.now();
  const { pin, ...rest } = asked.owner;
  const owner: Person = { ...rest, role: 'owner' };
  const pinHash = await hashPin(pin);
  const rows = [
    shopRow(newId(), { name: asked.shopName, verifyAddress: asked.verifyAddress }, now),
    ...personRows(newId(), owner, pinHash, now, owner.handle),
    ...EXAMPLE_SPEC_SETS.map(specSetRow),
  ];
  const act = { at: now, by: owner.handle, act: 'shop.opened', engineId: null, body: { name: asked.shopName }, rows };
  await audit.record(act, async (queries) => {
    if (await findShop(queries)) throw new Failure('shop.already-open');
  });
  return owner;
}

/** Adds somebody; the same person sent twice with the same PIN is added once. @throws Failure person.handle-taken */
export async function addPerson(
  context: Context,
  by: Person,
  asked: z.infer<typeof newPersonRequest>,
): Promise<Person> {
  const { audit, clock, database, newId } = context;
  const now = clock.now();
  const { pin, ...person } = asked;
  const known = await findPinHash(database, person.handle);
  if (known && canonicalize(known.person) === canonicalize(person) && (await pinFits(pin, known.pinHash)))
    return person;
  const pinHash = await hashPin(pin);
  const act = {
    at: now,
    by: by.handle,
    act: 'person.added',
    engineId: null,
    body: { handle: person.handle, role: person.role },
    rows: personRows(newId(), person, pinHash, now, by.handle),
  };
  try {
    await audit.record(act);
  } catch (error) {
    if (isUniqueViolation(error))
      throw new Failure('person.handle-taken', [{ path: 'handle', message: 'somebody already has this handle' }]);
    throw error;
  }
  return person;
}
