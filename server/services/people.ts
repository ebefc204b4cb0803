import type { z } from 'zod';
import type { newPersonRequest, openShopRequest, Person } from '../../contracts/shop.js';
import { EXAMPLE_SPEC_SETS } from '../../core/plan/spec-sets.js';
import { Failure } from '../failure.js';
import { isUniqueViolation } from '../store/database.js';
import { insertSpecSet } from '../store/engine-store.js';
import { findShop, insertPerson, insertShop } from '../store/people-store.js';
import type { Context } from './context.js';
import { hashPin } from './pins.js';

/** The first visit: names the shop, makes its owner, lays out the example spec sets. @throws Failure shop.already-open */
export async function openShop(context: Context, asked: z.infer<typeof openShopRequest>): Promise<Person> {
  const { audit, clock, database } = context;
  if (await findShop(database)) throw new Failure('shop.already-open');
  const now = clock.now();
  const { pin, ...rest } = asked.owner;
  const owner: Person = { ...rest, role: 'owner' };
  const pinHash = await hashPin(pin);
  const act = { at: now, by: owner.handle, act: 'shop.opened', engineId: null, body: { name: asked.shopName } };
  try {
    await audit.record(act, async (queries) => {
      await insertShop(queries, { name: asked.shopName, verifyAddress: asked.verifyAddress }, now);
      await insertPerson(queries, owner, pinHash, now);
      for (const spec of EXAMPLE_SPEC_SETS) await insertSpecSet(queries, spec);
    });
  } catch (error) {
    if (isUniqueViolation(error)) throw new Failure('shop.already-open');
    throw error;
  }
  return owner;
}

/** @throws Failure person.handle-taken */
export async function addPerson(
  context: Context,
  by: Person,
  asked: z.infer<typeof newPersonRequest>,
): Promise<Person> {
  const { audit, clock } = context;
  const now = clock.now();
  const { pin, ...person } = asked;
  const pinHash = await hashPin(pin);
  const act = {
    at: now,
    by: by.handle,
    act: 'person.added',
    engineId: null,
    body: { handle: person.handle, role: person.role },
  };
  try {
    await audit.record(act, (queries) => insertPerson(queries, person, pinHash, now));
  } catch (error) {
    if (isUniqueViolation(error))
      throw new Failure('person.handle-taken', [{ path: 'handle', message: 'somebody already has this handle' }]);
    throw error;
  }
  return person;
}
