import type { AppliedLimit } from '../../core/record/judge-reading.js';
import type { Formula } from '../../core/record/derive.js';
import { formatFigure, formatValue } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';

const deg = (value: number) => `${Number(value.toFixed(2))}`.replace('-', '−');

/** The sum behind a derived value, with this place's own numbers. */
export function sayFormula(formula: Formula, unit: Unit): string {
  const figure = (value: number) => formatFigure(value, unit);
  switch (formula.kind) {
    case 'lever': {
      const turns = Number(formula.turns.toFixed(4));
      const pitch = `${turns} ÷ ${formula.threadsPerUnit}/${formula.threadUnit}`;
      return formula.leverFactor === 1 ? `${pitch}, one to one` : `${pitch} × (1 + 1/${formula.ratio.toFixed(2)})`;
    }
    case 'growth': {
      const sign = (formula.to === 'hot') === formula.growthMm >= 0 ? '+' : '−';
      return `${figure(formula.fromMm)} ${sign} ${figure(Math.abs(formula.growthMm))} of growth`;
    }
    case 'difference':
      return `${figure(formula.bigger)} − ${figure(formula.smaller)}`;
    case 'range':
      return `between ${figure(Math.min(...formula.values))} and ${figure(Math.max(...formula.values))}`;
    case 'midway':
      return `(${deg(formula.first)} + ${deg(formula.second)}) ÷ 2`.replace('+ −', '− ');
    case 'rough':
      return 'as read while the piston dwells';
    case 'drops': {
      const middles = formula.pairs.map((pair) =>
        `(${deg(pair.opening)} + ${deg(pair.closing)}) ÷ 2`.replace('+ −', '− '),
      );
      return middles.length > 1 ? `${middles.join(', ')}; spread ${deg(formula.spread)}°` : middles[0];
    }
  }
}

/** How far a value is from the nearer limit. */
export function saySpare(value: number, { min, max }: AppliedLimit, unit: Unit): string {
  const spare = Math.min(min === undefined ? Infinity : value - min, max === undefined ? Infinity : max - value);
  return spare >= 0 ? `${formatFigure(spare, unit)} to spare` : `${formatValue(-spare, unit)} outside`;
}
