import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { PartsAnswer } from '../../../contracts/parts.js';
import { PART_NAME } from '../../../contracts/wording/parts.js';
import type { StockItem } from '../../../core/parts/stock.js';
import { formatValue } from '../../../core/units/format.js';
import { act } from '../../app/api.js';
import { sayMoney } from '../../app/money.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { WantPart, type Begun } from '../../measuring/WantPart.js';
import { ItemForm } from './ItemForm.js';
import { usePartsAct } from './use-parts-act.js';

/** One line of the shelf: an item at a length, with what lies there. */
interface Lying {
  item: StockItem;
  lengthMm: number | null;
  pieces: number;
  free: number;
}

/** What lies on the shelf, and what the shop keeps or can buy: the length that is kept stands there also when nothing lies. */
function lyingOf({ items, shelf }: PartsAnswer): Lying[] {
  return items.flatMap((item): Lying[] => {
    const own = shelf.filter(({ itemId }) => itemId === item.id);
    const [length] = item.lengths?.kind === 'one' ? [item.lengths.length] : [null];
    if (own.length === 0) return [{ item, lengthMm: length, pieces: 0, free: 0 }];
    return own.map(({ lengthMm, pieces, free }) => ({ item, lengthMm, pieces, free }));
  });
}

const sayLengths = ({ lengths }: StockItem, say: (mm: number) => string): string => {
  if (!lengths) return '';
  if (lengths.kind === 'one') return say(lengths.length);
  const range = `${say(lengths.from)} to ${say(lengths.to)}`;
  return lengths.kind === 'cut' ? `${range}, cut` : `${range}, every ${say(lengths.step)}`;
};

/** The shelf and the catalogue: what lies here, what is kept at least, what can be had and from whom. */
export function Shelf({ book }: { book: PartsAnswer }) {
  const unit = useLengthUnit('in');
  const [edits, setEdits] = useState<StockItem | 'new' | null>(null);
  const [wants, setWants] = useState<Begun | null>(null);
  const suppliers = new Map(book.suppliers.map(({ id, name }) => [id, name]));
  const say = (mm: number) => formatValue(mm, unit);
  return (
    <>
      <div className="measuring-line">
        <h2>Shelf and catalogue</h2>
        <span className="measuring-rest" />
        <Button size="small" onClick={() => setEdits('new')}>
          Write down a part
        </Button>
      </div>
      {edits && (
        <ItemForm
          key={edits === 'new' ? 'new' : edits.id}
          book={book}
          item={edits === 'new' ? null : edits}
          onDone={() => setEdits(null)}
        />
      )}
      {book.items.length === 0 && <p>Nothing is written down yet. Bring a supplier’s list, or write down a part.</p>}
      <table className="measuring-table shelf">
        <thead>
          <tr>
            {['part', 'number', 'length', 'from', 'each', 'here in', 'on the shelf', 'free', 'at least', 'counted'].map(
              (head) => (
                <th key={head}>{head}</th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {lyingOf(book).map((lying) => {
            const { item, lengthMm, pieces, free } = lying;
            const isLow = item.keep !== null && free < item.keep;
            return (
              <tr key={`${item.id}@${lengthMm}`}>
                <th>
                  <button type="button" className="trial-pick" onClick={() => setEdits(item)}>
                    {item.title}
                  </button>
                  <span className="now-quiet"> {PART_NAME[item.part]}</span>
                </th>
                <td className="figure">{item.number}</td>
                <td className="figure">{lengthMm === null ? sayLengths(item, say) : say(lengthMm)}</td>
                <td>{item.supplierId ? suppliers.get(item.supplierId) : 'nobody'}</td>
                <td className="figure">{sayMoney(item.priceEach, book.currency)}</td>
                <td className="figure">{item.leadDays === null ? '–' : `${item.leadDays} d`}</td>
                <td className="figure">{pieces}</td>
                <td className="figure">
                  {free}{' '}
                  {isLow && (
                    <>
                      <VerdictMark mark="low" word={false} />{' '}
                      <Button
                        size="small"
                        aria-label={`Want ${item.keep! - free} of ${item.title}`}
                        onClick={() =>
                          setWants({
                            engineId: null,
                            places: [],
                            part: item.part,
                            what: item.title,
                            itemId: item.id,
                            lengthMm,
                            quantity: item.keep! - free,
                            priceEach: item.priceEach,
                            supplierId: item.supplierId,
                          })
                        }
                      >
                        Want {item.keep! - free}
                      </Button>
                    </>
                  )}
                </td>
                <td className="figure">{item.keep ?? '–'}</td>
                <td>{lengthMm !== null || item.lengths === null ? <Count lying={lying} /> : null}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {wants && <WantPart begun={wants} onClose={() => setWants(null)} />}
    </>
  );
}

/** How many were counted: typed and written down with Enter. */
function Count({ lying: { item, lengthMm, pieces } }: { lying: Lying }) {
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState(false);
  const { run } = usePartsAct();
  const count = async () => {
    if (!/^\d{1,4}$/.test(typed.trim())) return setWrong(true);
    const counted = Number(typed);
    const isDone = await run(async () => {
      await act('POST /api/parts/shelf', { body: { itemId: item.id, lengthMm, pieces: counted } });
      return counted === pieces ? 'As it was written down.' : `${item.title}: ${counted} on the shelf, ${pieces} were written down`; // prettier-ignore
    });
    if (isDone) setTyped('');
  };
  return (
    <TextField
      value={typed}
      error={wrong}
      helperText={wrong ? 'whole pieces' : undefined}
      onChange={({ target }) => {
        setWrong(false);
        setTyped(target.value);
      }}
      onKeyDown={({ key }) => {
        if (key === 'Enter' && typed.trim() !== '') void count();
      }}
      slotProps={{ htmlInput: { 'aria-label': `Counted of ${item.title}`, inputMode: 'numeric' } }}
      sx={{ width: 84 }}
    />
  );
}
