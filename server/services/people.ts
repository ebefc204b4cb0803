import canonicalize from 'canonicalize';
import type { z } from 'zod';
import type {
  changePersonRequest,
  KnownPerson,
  newPersonRequest,
  openShopRequest,
  Person,
} from '../../contracts/shop.js';
import { EXAMPLE_SPEC_SETS } from '../../core/plan/example-spec-sets.js';
import { Failure } from '../failure.js';
import { isUniqueViolation } from '../store/database.js';
import { specSetRow } from '../store/engine-store.js';
import {
  countOwners,
  deleteSessionsOf,
  findKnown,
  findPinHash,
  historyRow,
  personRows,
} from '../store/people-store.js';
import { findShop, shopRow } from '../store/shop-store.js';
import type { Context } from './context.js';
import { hashPin, pinFits } from './pins.js';
import type { Sessions } from './sessions.js';

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

/**
 * What the owner changes about somebody: the name, the role, a PIN in place of one that was forgotten; or switches the
 * person off. All that was done under the handle stays, and stays under the name that it was done under; the person's
 * sessions end at once.
 *
 * @throws Failure person.not-found, person.last-owner
 */
export async function changePerson(
  { audit, clock, database, newId }: Context,
  sessions: Sessions,
  by: Person,
  handle: string,
  { pin, ...asked }: z.infer<typeof changePersonRequest>,
): Promise<KnownPerson> {
  const newHash = pin === undefined ? null : await hashPin(pin);
  const person = await audit.exclusively(async () => {
    const known = await findKnown(database, handle);
    if (!known) throw new Failure('person.not-found');
    const next: KnownPerson = { ...known.person, ...asked };
    if (known.person.role === 'owner' && next.role !== 'owner' && (await countOwners(database)) === 1)
      throw new Failure('person.last-owner', [{ path: 'role', message: 'this is the only owner' }]);
    const at = clock.now();
    const act = {
      at,
      by: by.handle,
      act: 'person.changed',
      engineId: null,
      body: { handle, ...asked, ...(newHash ? { pin: 'changed' } : {}) },
      rows: [historyRow(newId(), next, newHash ?? known.pinHash, at, by.handle)],
    };
    const ends = newHash !== null || next.role !== known.person.role;
    await audit.put(
      () => act,
      async (queries) => {
        if (ends) await deleteSessionsOf(queries, handle, null);
      },
    );
    return next;
  });
  sessions.forget(handle);
  return person;
}
