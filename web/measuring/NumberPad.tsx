import BackspaceOutlined from '@mui/icons-material/BackspaceOutlined';
import ButtonBase from '@mui/material/ButtonBase';
import type { ReactNode } from 'react';
import type { Measure } from '../../core/plan/measure.js';
import './number-pad.css';

/** A key of the pad: what it presses, what stands on it, and its name where that is no word. */
export interface PadKey {
  key: string;
  shows: ReactNode;
  says?: string;
}

const digits = (...all: string[]): PadKey[] => all.map((digit) => ({ key: digit, shows: digit }));
/** As they stand, row by row: digits as on a counting pad, beside them what shapes a number. */
const KEYS: (PadKey & { kind?: string })[] = [
  ...digits('7', '8', '9'),
  { key: 'Backspace', shows: <BackspaceOutlined />, says: 'Backspace', kind: 'erase' },
  ...digits('4', '5', '6'),
  { key: '/', shows: '/', says: 'fraction' },
  ...digits('1', '2', '3'),
  { key: '-', shows: '−', says: 'minus' },
  ...digits('0'),
  { key: '.', shows: '.', says: 'point' },
  { key: ' ', shows: '␣', says: 'blank, as in 1 3/8' },
  { key: 'Enter', shows: 'Enter', kind: 'enter' },
];

/** To the step before and the step after, where a place says nothing else of its brackets. */
export const STEP_KEYS: readonly PadKey[] = [
  { key: '[', shows: '‹', says: 'step before' },
  { key: ']', shows: '›', says: 'step after' },
];

/** The keys that a measure has besides digits: its sides, and what says less or more than a number. */
function keysOf(measure: Measure): PadKey[] {
  const { sides, mayBeClear, mayNotPass, several, hasEdges, quantity } = measure;
  const sided = sides ? [sides.plus, sides.minus].map((side) => ({ key: side[0], shows: side })) : [];
  return [
    ...sided,
    ...(mayNotPass ? [{ key: 'n', shows: '<', says: 'blade won’t go in' }] : []),
    ...(mayBeClear ? [{ key: 'n', shows: 'untouched' }] : []),
    ...(several ? [{ key: ';', shows: '; next', says: 'next direction' }] : []),
    ...(hasEdges ? [{ key: ';', shows: '; edge', says: 'outer edge' }] : []),
    ...(quantity === 'length' ? [{ key: 'u', shows: 'unit', says: 'change unit' }] : []),
  ];
}

/**
 * The keys of the bench for a finger, as large as a glove's: each presses what its key would. By key it is passed by: the
 * keys themselves are there.
 *
 * @param more what else this place has keys for
 */
export function NumberPad({
  measure,
  more = STEP_KEYS,
  press,
}: {
  measure: Measure;
  more?: readonly PadKey[];
  press: (key: string) => void;
}) {
  const pad = ({ key, shows, says }: PadKey, kind = 'pad-key') => (
    <ButtonBase key={`${key}${kind}`} className={kind} tabIndex={-1} aria-label={says} onClick={() => press(key)}>
      {shows}
    </ButtonBase>
  );
  const extra = [...keysOf(measure), ...more];
  return (
    <div className="pad" role="group" aria-label="Number pad">
      {extra.length > 0 && <div className="pad-more">{extra.map((one) => pad(one, 'pad-key word'))}</div>}
      <div className="pad-keys">{KEYS.map((one) => pad(one, `pad-key ${one.kind ?? 'figure'}`))}</div>
    </div>
  );
}
