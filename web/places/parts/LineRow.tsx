import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import type { PartsAnswer } from '../../../contracts/parts.js';
import { STATE_NAME, STEP_NAME } from '../../../contracts/wording/parts.js';
import { priceOf } from '../../../core/parts/costs.js';
import { MAY_BECOME, type LineState, type PartLine } from '../../../core/parts/line.js';
import { act } from '../../app/api.js';
import { DayField } from '../../app/DayField.js';
import { readMoney, sayMoney } from '../../app/money.js';
import { sayDay } from '../../app/say-day.js';
import { isDay } from '../../app/typed-day.js';
import { isLate, sayCanGoOn, sayFor, todayIs } from './say.js';
import { SayMore } from './SayMore.js';
import { usePartsAct } from './use-parts-act.js';

/** The step that is most often next, from each state. */
const NEXT: Partial<Record<LineState, LineState>> = { ordered: 'promised', promised: 'arrived', arrived: 'fitted' };

interface Props {
  line: PartLine;
  book: PartsAnswer;
  /** Where it can be chosen for an order: whether it is, and what chooses it. */
  chosen?: boolean;
  onChoose?: () => void;
}

/** One line of the list: what, for which engine, what it costs, and what becomes of it. */
export function LineRow({ line, book, chosen, onChoose }: Props) {
  const [asks, setAsks] = useState<LineState | null>(null);
  const [saysMore, setSaysMore] = useState(false);
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const { run, isBusy } = usePartsAct();
  const { currency, engines } = book;
  const supplier = book.suppliers.find(({ id }) => id === line.supplierId);
  const late = isLate(line, todayIs());

  const become = (to: LineState, more: { promisedOn?: string; refund?: number } = {}) =>
    run(async () => {
      const { canGoOn } = await act('POST /api/parts/lines/:line', { params: { line: line.id }, body: { from: line.state, to, ...more }  }); // prettier-ignore
      return to === 'arrived' ? sayCanGoOn(canGoOn) : `${line.what}: ${STATE_NAME[to]}`;
    });
  const type = (text: string) => {
    setWrong(null);
    setTyped(text);
  };
  const choose = (to: LineState) => {
    setWrong(null);
    if (to === 'promised' || to === 'sent-back' || to === 'sold-on') {
      setTyped(to === 'promised' ? (line.promisedOn ?? '') : '');
      return setAsks(to);
    }
    void become(to);
  };
  const answer = async () => {
    if (asks === 'promised') {
      if (!isDay(typed)) return setWrong('a day, as 25 Dec 2026');
      if (await become('promised', { promisedOn: typed })) setAsks(null);
      return;
    }
    const money = readMoney(typed, currency);
    if (!money.ok) return setWrong(money.why);
    if (await become(asks!, money.value === null ? {} : { refund: money.value })) setAsks(null);
  };
  const asked = {
    autoFocus: true,
    value: typed,
    error: wrong !== null,
    helperText: wrong ?? ' ',
    onKeyDown: ({ key }: KeyboardEvent) =>
      key === 'Enter' ? void answer() : key === 'Escape' ? setAsks(null) : undefined,
  };
  const steps = MAY_BECOME[line.state].filter((to) => to !== 'arrived' || line.state !== 'wanted');
  const next = NEXT[line.state];
  return (
    <li className={late ? 'part-line late' : 'part-line'}>
      {onChoose && (
        <Checkbox
          checked={chosen}
          onChange={onChoose}
          slotProps={{ input: { 'aria-label': `Order ${line.what}, ${sayFor(line, engines)}` } }}
        />
      )}
      <span className="part-what">
        <strong>{line.what}</strong>
        <span className="part-for">
          {line.engineId ? (
            <Link to={`/engines/${line.engineId}/geometry`}>{sayFor(line, engines)}</Link>
          ) : (
            sayFor(line, engines)
          )}
          {line.note && `: ${line.note}`}
        </span>
      </span>
      <span className="figure part-count">
        {line.quantity}
        {line.spares > 0 && ` + ${line.spares}`}
      </span>
      <span className="part-money">
        <span className="figure">{line.isFromShelf ? 'from the shelf' : sayMoney(priceOf(line), currency)}</span>
        {line.freight !== null && line.freight > 0 && (
          <span className="part-for">freight {sayMoney(line.freight, currency)}</span>
        )}
      </span>
      <span className="part-state">
        {late && <span style={{ color: 'var(--flag)' }}>▲ </span>}
        {STATE_NAME[line.state]}
        {line.promisedOn && line.state === 'promised' && ` for ${sayDay(line.promisedOn)}`}
        <span className="part-for">{supplier?.name ?? (line.isFromShelf ? '' : 'from nobody yet')}</span>
      </span>
      <span className="part-steps">
        {saysMore ? (
          <SayMore line={line} book={book} onDone={() => setSaysMore(false)} />
        ) : asks ? (
          <>
            {asks === 'promised' ? (
              <DayField label="Promised for" onDay={type} {...asked} />
            ) : (
              <TextField
                label={`Came back for it${currency ? `, ${currency}` : ''}`}
                onChange={({ target }) => type(target.value)}
                slotProps={{ inputLabel: { shrink: true } }}
                {...asked}
              />
            )}
            <Button size="small" variant="outlined" disabled={isBusy} onClick={() => void answer()}>
              {STATE_NAME[asks]}
            </Button>
          </>
        ) : (
          <>
            {line.state === 'wanted' && (
              <Button size="small" disabled={isBusy} onClick={() => setSaysMore(true)}>
                From, price …
              </Button>
            )}
            {steps.map((to) => (
              <Button
                key={to}
                size="small"
                variant={to === next ? 'outlined' : 'text'}
                disabled={isBusy}
                onClick={() => choose(to)}
              >
                {STEP_NAME[to]}
              </Button>
            ))}
          </>
        )}
      </span>
    </li>
  );
}
