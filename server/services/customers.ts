import canonicalize from 'canonicalize';
import type { Customer } from '../../contracts/customer.js';
import type { Person } from '../../contracts/shop.js';
import { Failure } from '../failure.js';
import { customerRow, enginesOfCustomer, findCustomer } from '../store/customer-store.js';
import type { Queries } from '../store/database.js';
import { listShown, putOnFloor } from '../store/floor-store.js';
import type { Context } from './context.js';
import { SHOWN_BY } from './floor.js';

/** What a customer is called in the book. @throws Failure customer.not-found */
export async function nameInBook(queries: Queries, id: string): Promise<string> {
  const customer = await findCustomer(queries, id);
  if (!customer)
    throw new Failure('customer.not-found', [{ path: 'customerId', message: 'there is no such customer' }]);
  return customer.name;
}

/**
 * Writes a customer's page, a new one or anew; the page before stays in the book's history. The customer's engines are
 * called by the new name at once. The same page sent twice is written once.
 *
 * @param forget drops what is at hand of engines
 */
export async function writeCustomer(
  { audit, clock, database, newId }: Context,
  forget: (engineIds: string[]) => void,
  by: Person,
  customer: Customer,
): Promise<Customer> {
  return audit.exclusively(async () => {
    const known = await findCustomer(database, customer.id);
    if (known && canonicalize(known) === canonicalize(customer)) return known;
    const at = clock.now();
    const { id, name } = customer;
    const theirs = known && known.name !== name ? await enginesOfCustomer(database, id) : [];
    const act = {
      at,
      by: by.handle,
      act: known ? 'customer.changed' : 'customer.added',
      engineId: null,
      body: { customer: id, name, ...(known ? { from: known.name } : {}) },
      rows: [customerRow(newId(), customer, at, by.handle)],
    };
    await audit.put(
      () => act,
      async (queries) => {
        for (const { shown, touchedAt } of await listShown(queries, theirs))
          await putOnFloor(queries, { ...shown, customer: name }, touchedAt, SHOWN_BY);
      },
    );
    forget(theirs);
    return customer;
  });
}
