import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import type { PartsAnswer } from '../../../contracts/parts.js';
import { priceOf } from '../../../core/parts/costs.js';
import type { PartLine } from '../../../core/parts/line.js';
import { act } from '../../app/api.js';
import { sayMoney } from '../../app/money.js';
import { LineRow } from './LineRow.js';
import { sayCanGoOn } from './say.js';
import { usePartsAct } from './use-parts-act.js';

/** Orders with what of them is not here yet; what comes is booked together. */
export function Orders({ book, lines }: { book: PartsAnswer; lines: PartLine[] }) {
  const { run, isBusy } = usePartsAct();
  const open = book.orders.flatMap((order) => {
    const own = lines.filter(({ orderId }) => orderId === order.id);
    return own.length > 0 ? [{ order, own }] : [];
  });
  if (open.length === 0) return <p>No order is on its way.</p>;
  return open.map(({ order, own }) => {
    const name = book.suppliers.find(({ id }) => id === order.supplierId)?.name ?? '';
    const address = `/api/parts/orders/${order.id}/order`;
    const sum = own.reduce((all, line) => all + (priceOf(line) ?? 0), 0);
    const arrive = () =>
      run(async () => {
        const { canGoOn } = await act('POST /api/parts/orders/:order/arrived', { params: { order: order.id }, body: { lines: own.map(({ id }) => id) }  }); // prettier-ignore
        return sayCanGoOn(canGoOn);
      });
    return (
      <section key={order.id} aria-label={`Order ${order.number}`}>
        <div className="measuring-line">
          <h3>
            Order {order.number}, {name}
          </h3>
          <span className="measuring-count">
            {format(new Date(order.orderedAt), 'd MMM')}, on its way {sayMoney(sum, book.currency)}, freight of it all{' '}
            {sayMoney(order.freight, book.currency)}
          </span>
          <span className="measuring-rest" />
          <Button size="small" href={`${address}.pdf`} download>
            PDF
          </Button>
          <Button size="small" href={`${address}.csv`} download>
            CSV
          </Button>
          <Button size="small" variant="contained" disabled={isBusy} onClick={() => void arrive()}>
            All of it is here
          </Button>
        </div>
        <ul className="plain-list">
          {own.map((line) => (
            <LineRow key={line.id} line={line} book={book} />
          ))}
        </ul>
      </section>
    );
  });
}
