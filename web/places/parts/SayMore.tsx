import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { PartsAnswer } from '../../../contracts/parts.js';
import type { PartLine } from '../../../core/parts/line.js';
import { act } from '../../app/api.js';
import { moneyText, readMoney } from '../../app/money.js';
import { usePartsAct } from './use-parts-act.js';

/** From whom a wanted line is to come and what one costs, where nobody said it at the bench or it is another by now. */
export function SayMore({ line, book, onDone }: { line: PartLine; book: PartsAnswer; onDone: () => void }) {
  const [supplierId, setSupplierId] = useState(line.supplierId ?? '');
  const [price, setPrice] = useState(moneyText(line.priceEach, book.currency));
  const [wrong, setWrong] = useState<string | null>(null);
  const { run, isBusy } = usePartsAct();
  const say = async () => {
    const money = readMoney(price, book.currency);
    if (!money.ok) return setWrong(money.why);
    const isSaid = await run(async () => {
      const set = { supplierId: supplierId === '' ? null : supplierId, priceEach: money.value };
      await act('POST /api/parts/lines/:line', { params: { line: line.id }, body: { from: line.state, set } });
      return `${line.what}: written down`;
    });
    if (isSaid) onDone();
  };
  return (
    <>
      <select aria-label="From" value={supplierId} onChange={({ target }) => setSupplierId(target.value)}>
        <option value="">nobody yet</option>
        {book.suppliers.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      <TextField
        label={`Price each${book.currency ? `, ${book.currency}` : ''}`}
        value={price}
        error={wrong !== null}
        helperText={wrong ?? ' '}
        onChange={({ target }) => {
          setWrong(null);
          setPrice(target.value);
        }}
        onKeyDown={({ key }) => (key === 'Enter' ? void say() : key === 'Escape' ? onDone() : undefined)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Button size="small" variant="outlined" disabled={isBusy} onClick={() => void say()}>
        Write it down
      </Button>
    </>
  );
}
