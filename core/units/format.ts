import { fromCanonical, type Unit } from './units.js';

/** Decimal places on screen and paper: as fine as the instruments read, no finer. */
const SHOWN_PLACES: Record<Unit, number> = {
  in: 4,
  thou: 1,
  mm: 3,
  deg: 2,
  deg360: 2,
  deg360r: 2,
  turn: 3,
  N: 0,
  lbf: 0,
  Nm: 0,
  lbft: 0,
  lbin: 0,
  choice: 0,
};

export const UNIT_LABEL: Record<Unit, string> = {
  in: 'in',
  thou: 'thou',
  mm: 'mm',
  deg: '°',
  deg360: '° on 0–360',
  deg360r: '° on 360–0',
  turn: 'turn',
  N: 'N',
  lbf: 'lbf',
  Nm: 'N·m',
  lbft: 'lb·ft',
  lbin: 'lb·in',
  choice: '',
};

/** Units as they are said aloud. */
export const UNIT_NAME: Record<Unit, string> = {
  in: 'inches',
  thou: 'thou',
  mm: 'millimetres',
  deg: 'degrees',
  deg360: 'degrees on a wheel of 0 to 360',
  deg360r: 'degrees on a wheel of 360 to 0',
  turn: 'turns',
  N: 'newtons',
  lbf: 'pounds',
  Nm: 'newton metres',
  lbft: 'pound-feet',
  lbin: 'pound-inches',
  choice: '',
};

/** A canonical value in `unit`, rounded as it is shown. @example figureShown(0.31464504, 'in') // 0.0124 */
export const figureShown = (canonical: number, unit: Unit): number =>
  Number(fromCanonical(canonical, unit).toFixed(SHOWN_PLACES[unit]));

/**
 * A canonical value as figures in `unit`, without the unit's name. Minus is a true minus sign, and a value that
 * rounds to nothing is shown without one. @example formatFigure(1.075, 'in') // '0.0423'
 */
export function formatFigure(canonical: number, unit: Unit): string {
  const figure = fromCanonical(canonical, unit).toFixed(SHOWN_PLACES[unit]);
  return Number(figure) === 0 ? figure.replace('-', '') : figure.replace('-', '−');
}

/**
 * How far a value is trusted, as figures in `unit` without its name: two digits, for more of it nobody knows.
 *
 * @example formatTrust(0.0254 * 0.76, 'thou') // '0.76'
 */
export function formatTrust(canonical: number, unit: Unit): string {
  const trust = Math.abs(fromCanonical(canonical, unit));
  if (trust === 0) return '0';
  const places = Math.max(0, 1 - Math.floor(Math.log10(trust)));
  return trust.toFixed(places);
}

/** What a figure is only known to be: at least so much, or less. */
export interface Bound {
  isClear?: true;
  isUnder?: true;
}

/** What a figure is where it differs by direction. */
export interface Spanned {
  span?: { least: number; most: number };
}

/** What stands before a figure that is only a bound. */
const boundSign = ({ isClear, isUnder }: Bound): string => (isClear ? '≥ ' : isUnder ? '< ' : '');

/** As `formatFigure`; what is only a bound says so. @example formatBound({ value: 25.4, isClear: true }, 'in') // '≥ 1.0000' */
export const formatBound = ({ value, ...bound }: { value: number } & Bound, unit: Unit): string =>
  `${boundSign(bound)}${formatFigure(value, unit)}`;

/** A value of a sheet with its unit: bounds say so, and what differs by direction says its least and its most. */
export const formatRow = ({ value, span, ...bound }: { value: number } & Bound & Spanned, unit: Unit): string =>
  span
    ? `${formatFigure(span.least, unit)} to ${formatValue(span.most, unit)}`
    : `${boundSign(bound)}${formatValue(value, unit)}`;

/** A figure with its unit; one that has none stands alone. @example withUnit('0.0423', 'in') // '0.0423 in' */
export function withUnit(figure: string, unit: Unit): string {
  const label = UNIT_LABEL[unit];
  return `${figure}${label.startsWith('°') || label === '' ? label : ` ${label}`}`;
}

/** A canonical value with its unit. @example formatValue(1.075, 'in') // '0.0423 in' */
export const formatValue = (canonical: number, unit: Unit): string => withUnit(formatFigure(canonical, unit), unit);
