import { currencyDigits } from '../../contracts/currency.js';
import { formatMoney, parseMoney } from '../../core/parts/money.js';

/** An amount with its currency; an amount that nobody has said is a dash. */
export const sayMoney = (minor: number | null, currency: string | null): string =>
  minor === null ? '–' : `${formatMoney(minor, currencyDigits(currency))}${currency ? ` ${currency}` : ''}`;

/** An amount as it stands in a field. */
export const moneyText = (minor: number | null, currency: string | null): string =>
  minor === null ? '' : formatMoney(minor, currencyDigits(currency));

const WHY = {
  'two-marks': 'one decimal mark, without thousands: 1240.50',
  'no-money': 'an amount, as 12.50',
  'too-fine': 'finer than the currency is counted',
  'too-much': 'far too much',
} as const;

/** An amount that was typed, in minor units; null where nothing was. */
export function readMoney(
  text: string,
  currency: string | null,
): { ok: true; value: number | null } | { ok: false; why: string } {
  if (text.trim() === '') return { ok: true, value: null };
  const read = parseMoney(text, currencyDigits(currency));
  return read.ok ? read : { ok: false, why: WHY[read.reason] };
}
