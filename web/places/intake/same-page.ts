import type { Customer } from '../../../contracts/customer.js';

/** Whether a customer's page says what the book says already: then it need not be written anew. */
export function isSamePage(page: Customer, book: Customer[]): boolean {
  const known = book.find(({ id }) => id === page.id);
  const fields = ['name', 'phone', 'mail', 'address', 'toldBy'] as const;
  return known !== undefined && fields.every((field) => (known[field] ?? '') === (page[field] ?? ''));
}
