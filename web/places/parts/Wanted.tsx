import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { PartsAnswer } from '../../../contracts/parts.js';
import { priceOf } from '../../../core/parts/costs.js';
import type { PartLine } from '../../../core/parts/line.js';
import { act } from '../../app/api.js';
import { readMoney, sayMoney } from '../../app/money.js';
import { LineRow } from './LineRow.js';
import { usePartsAct } from './use-parts-act.js';

/** What is wanted, by who sells it: each supplier's lines go out as one order, which shares its freight. */
export function Wanted({ book, lines }: { book: PartsAnswer; lines: PartLine[] }) {
  const nobodys = lines.filter(({ supplierId }) => supplierId === null);
  return (
    <>
      {book.suppliers.map(
        (supplier) =>
        <Order key={supplier.id} book={book} supplier={supplier} own={lines.filter(({ supplierId }) => supplierId === supplier.id)} nobodys={nobodys} />, // prettier-ignore
      )}
      {nobodys.length > 0 && (
        <section aria-label="From nobody yet">
          <h3>From nobody yet</h3>
          <ul className="plain-list">
            {nobodys.map((line) => (
              <LineRow key={line.id} line={line} book={book} />
            ))}
          </ul>
        </section>
      )}
      {lines.length === 0 && <p>Nothing is wanted. At any bench, P puts a part on this list.</p>}
    </>
  );
}

/** One order in the making: the supplier's own lines, and those of nobody that may go along. */
function Order({
  book,
  supplier,
  own,
  nobodys,
}: {
  book: PartsAnswer;
  supplier: PartsAnswer['suppliers'][number];
  own: PartLine[];
  nobodys: PartLine[];
}) {
  const [left, setLeft] = useState<string[]>([]);
  const [along, setAlong] = useState<string[]>([]);
  const [freight, setFreight] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const { run, isBusy } = usePartsAct();
  if (own.length === 0) return null;
  const chosen = [...own.filter(({ id }) => !left.includes(id)), ...nobodys.filter(({ id }) => along.includes(id))];
  const toggle = (id: string, set: typeof setLeft) =>
    set((before) => (before.includes(id) ? before.filter((one) => one !== id) : [...before, id]));
  const sum = chosen.reduce((all, line) => all + (priceOf(line) ?? 0), 0);
  const unpriced = chosen.filter((line) => priceOf(line) === null).length;
  const place = async () => {
    const money = readMoney(freight, book.currency);
    if (!money.ok) return setWrong(money.why);
    setWrong(null);
    const isPlaced = await run(async () => {
      const order = await act('POST /api/parts/orders', { body: { supplierId: supplier.id, lines: chosen.map(({ id }) => id), freight: money.value ?? 0 }  }); // prettier-ignore
      return `Order ${order.number} placed with ${supplier.name}`;
    });
    if (isPlaced) {
      setFreight('');
      setAlong([]);
    }
  };
  return (
    <section aria-label={`Order to ${supplier.name}`}>
      <div className="measuring-line">
        <h3>{supplier.name}</h3>
        <span className="measuring-count">{[supplier.mail, supplier.phone].filter(Boolean).join(', ')}</span>
      </div>
      <ul className="plain-list">
        {own.map((line) => (
          <LineRow
            key={line.id}
            line={line}
            book={book}
            chosen={!left.includes(line.id)}
            onChoose={() => toggle(line.id, setLeft)}
          />
        ))}
        {nobodys.map((line) => (
          <LineRow
            key={line.id}
            line={line}
            book={book}
            chosen={along.includes(line.id)}
            onChoose={() => toggle(line.id, setAlong)}
          />
        ))}
      </ul>
      <div className="order-end">
        <TextField
          label={`Freight${book.currency ? `, ${book.currency}` : ''}`}
          value={freight}
          error={wrong !== null}
          helperText={wrong ?? 'empty for none; shared by what the lines are worth'}
          onChange={({ target }) => {
            setWrong(null);
            setFreight(target.value);
          }}
        />
        <Button variant="contained" disabled={isBusy || chosen.length === 0} onClick={() => void place()}>
          Order {chosen.length === 1 ? 'one line' : `${chosen.length} lines`}, {sayMoney(sum, book.currency)}
          {unpriced > 0 && `, ${unpriced} unpriced`}
        </Button>
      </div>
    </section>
  );
}
