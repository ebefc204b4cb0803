import type { Customer } from '../../contracts/customer.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

interface Columns {
  customer_id: string;
  name: string;
  body: Omit<Customer, 'id' | 'name'>;
}

/** The newest row of each customer. */
const BOOK = `(select distinct on (customer_id) customer_id, name, body from customers
  order by customer_id, seq desc) customer`;

const toCustomer = ({ customer_id, name, body }: Columns): Customer => ({ id: customer_id, name, ...body });

/** What stands on a customer's page from now on. */
export function customerRow(rowId: string, { id, name, ...body }: Customer, at: Date, by: string): Row {
  return { table: 'customers', columns: { id: rowId, customer_id: id, name, body, at, by } };
}

/** The customer book, by name. */
export async function listCustomers(queries: Queries): Promise<Customer[]> {
  const rows = await queries.query<Columns>(`select customer_id, name, body from ${BOOK} order by lower(name), customer_id`); // prettier-ignore
  return rows.map(toCustomer);
}

export async function findCustomer(queries: Queries, id: string): Promise<Customer | null> {
  const [row] = await queries.query<Columns>(
    'select customer_id, name, body from customers where customer_id = $1 order by seq desc limit 1',
    [id],
  );
  return row ? toCustomer(row) : null;
}

/** The engines that are a customer's. */
export async function enginesOfCustomer(queries: Queries, customerId: string): Promise<string[]> {
  const rows = await queries.query<{ engine_id: string }>(
    `select engine_id from papers changed where kind = 'engine' and body ->> 'customerId' = $1
       and not exists (select 1 from papers later
                       where later.engine_id = changed.engine_id and later.kind = 'engine' and later.seq > changed.seq)`,
    [customerId],
  );
  return rows.map(({ engine_id }) => engine_id);
}
