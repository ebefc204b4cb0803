/** Money is counted in minor units of the shop's currency, as whole numbers: 12.50 with two digits is 1250. */

type ParsedMoney =
  { ok: true; value: number } | { ok: false; reason: 'no-money' | 'two-marks' | 'too-fine' | 'too-much' };

/** More than this is no price of a part. */
const MOST_MINOR = 1_000_000_000;

/**
 * An amount as it was typed, in minor units: `12.5` or `12,5`; thousands are not parted, so `1,240.00` asks.
 *
 * @param digits decimals of the currency: 2 for most, 0 for some
 * @example parseMoney('12.5', 2) // { ok: true, value: 1250 }
 */
export function parseMoney(text: string, digits: number): ParsedMoney {
  const match = /^(\d{1,12})(?:[.,](\d*))?$/.exec(text.trim());
  if (/^\d+(?:\.\d+)+,\d*$|^\d+(?:,\d+)+\.\d*$|^\d{1,3}(?:[.,]\d{3}){2,}$/.test(text.trim()))
    return { ok: false, reason: 'two-marks' };
  if (!match) return { ok: false, reason: 'no-money' };
  const [, whole, part = ''] = match;
  if (part.length > digits) return { ok: false, reason: 'too-fine' };
  const value = Number(whole + part.padEnd(digits, '0'));
  return value > MOST_MINOR ? { ok: false, reason: 'too-much' } : { ok: true, value };
}

/** An amount with the decimals of its currency. @example formatMoney(-1250, 2) // '−12.50' */
export function formatMoney(minor: number, digits: number): string {
  const figures = String(Math.abs(minor)).padStart(digits + 1, '0');
  const at = figures.length - digits;
  return `${minor < 0 ? '−' : ''}${figures.slice(0, at)}${digits > 0 ? `.${figures.slice(at)}` : ''}`;
}

/**
 * A sum shared by what each part is worth, to the last minor unit: what is left over goes to those whose share was cut
 * most. Where nothing is worth anything, in equal parts.
 *
 * @param worth one for each part, not below zero
 * @example shareOut(100, [1, 1, 1]) // [34, 33, 33]
 */
export function shareOut(sum: number, worth: readonly number[]): number[] {
  const total = worth.reduce((all, one) => all + one, 0);
  const exact = worth.map((one) => (total > 0 ? (sum * one) / total : sum / worth.length));
  const shares = exact.map(Math.floor);
  const byRest = exact.map((share, index) => ({ index, rest: share - shares[index] })).sort((a, b) => b.rest - a.rest || a.index - b.index); // prettier-ignore
  const left = sum - shares.reduce((all, one) => all + one, 0);
  for (const { index } of byRest.slice(0, left)) shares[index]++;
  return shares;
}
