import type { Term } from '../../core/derive/rule.js';
import { findMeasure } from '../../core/plan/measures.js';
import { formatFigure, UNIT_LABEL } from '../../core/units/format.js';
import { UNITS, type Unit } from '../../core/units/units.js';

/** Names of terms that are no measures. */
const NAME: Record<string, string> = {
  larger: 'larger',
  smaller: 'smaller',
  highest: 'highest',
  lowest: 'lowest',
  halves: 'midway',
  middle: 'middle of a drop',
  pairs: 'mean',
  thread: 'threads',
  lever: 'lever, 1 + 1/ratio',
  'one-to-one': 'one to one',
  growth: 'growth',
  'growth-at-lifter': 'growth ÷ ratio',
  gasket: 'gasket',
  deck: 'piston over the deck',
  milled: 'still to be milled',
  'taken-off': 'milled off head and block',
  stems: 'valve tips higher',
  lash: 'lash',
  lifter: 'plunger down at the check',
  'cam-position': 'cam moved',
  'drop-at-tdc': 'drop at top dead centre, from all angles',
  'least-over-crank': 'least over the crank',
  'lobe-lift-times-ratio': 'lobe lift × ratio',
  'solid-height': 'solid height',
  'load-closed': 'load closed',
  'load-gained': 'load gained',
  'mark-middle': 'middle of the mark',
  'half-tip': 'half the tip',
  'tool-closed': 'checking rod closed',
  'tool-opened': 'opened by its turns',
  plunger: 'plunger to its depth',
  'stand-shim': 'shims under the stand',
  'lash-cap': 'lash cap',
  adjuster: 'adjuster to its turns',
  'base-circle': 'base circle',
  'lifter-seat': 'rod’s seat in the lifter',
  'plunger-travel': 'plunger’s travel',
  'half-thicker': 'half of what the rod is thicker',
};

/** A term in words and figures, so that whoever shows a formula need not know it. */
export interface WordedTerm {
  sign: Term['sign'];
  /** With its unit; a plain count or ratio has none. */
  figure: string;
  name: string;
}

const plain = (value: number) => String(Number(value.toFixed(4))).replace('-', '−');

function figureOf({ value, unit }: Pick<Term, 'value' | 'unit'>, lengthUnit: Unit): string {
  if (unit === 'ratio') return plain(value);
  if (unit === 'per-in' || unit === 'per-mm') return `${plain(value)}/${unit.slice(4)}`;
  const { quantity } = UNITS[unit];
  if (quantity === 'angle') return `${plain(value)}°`;
  if (quantity === 'turns') return plain(value);
  const shown = quantity === 'length' ? lengthUnit : unit;
  return `${formatFigure(value, shown)} ${UNIT_LABEL[shown]}`;
}

/** The terms of a formula in words. A negative one is taken away: 31.5° − 26°, not 31.5° + −26°. */
export function wordTerms(terms: readonly Term[], lengthUnit: Unit): WordedTerm[] {
  return terms.map(({ name, sign, value, unit }, index) => {
    const turned = index > 0 && value < 0 && (sign === '+' || sign === '−');
    return {
      sign: turned ? (sign === '+' ? '−' : '+') : sign,
      figure: figureOf({ value: turned ? -value : value, unit }, lengthUnit),
      name: NAME[name] ?? findMeasure(name)?.title.toLowerCase() ?? name,
    };
  });
}

/** A formula in one line, its names left out. */
export function wordFormula(terms: readonly Term[], lengthUnit: Unit): string {
  return wordTerms(terms, lengthUnit)
    .map(({ sign, figure }, index) => (index === 0 && sign === '+' ? figure : `${sign} ${figure}`))
    .join(' ');
}
