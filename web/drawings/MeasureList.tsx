import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import type { Mark } from '../../core/judge/mark.js';
import { VerdictMark } from './VerdictMark.js';

export interface MeasureEntry {
  key: string;
  title: string;
  /** The worst mark of what was taken; missing while nothing was. */
  mark: Mark;
  /** How many places have a value, of how many; left out where counting says nothing. */
  count?: [taken: number, of: number];
}

/**
 * The measures of a stage, down the side: which is active, how far each is, what is wrong. Where there is no room beside the
 * drawing it folds to the one in hand.
 */
export function MeasureList({
  label,
  entries,
  active,
  onPick,
}: {
  label: string;
  entries: MeasureEntry[];
  active: string;
  onPick: (key: string) => void;
}) {
  const isNarrow = useMediaQuery('(max-width: 900px)');
  const [isOpen, setIsOpen] = useState(false);
  const here = entries.find(({ key }) => key === active);
  const shown = !isNarrow || isOpen ? entries : [];
  return (
    <nav aria-label={label} className="measures">
      {isNarrow && (
        <button
          type="button"
          className="measure measures-fold"
          aria-expanded={isOpen}
          onClick={() => setIsOpen((open) => !open)}
        >
          {here && <VerdictMark mark={here.mark} word={false} />}
          <span className="measure-title">{here?.title ?? label}</span>
          <span aria-hidden="true">{isOpen ? '▴' : '▾'}</span>
        </button>
      )}
      {shown.map(({ key, title, mark, count }) => (
        <button
          key={key}
          type="button"
          className={key === active ? 'measure here' : 'measure'}
          aria-current={key === active ? 'step' : undefined}
          onClick={(event) => {
            // The keys go back to the bench: Enter takes the next number and does not press this again.
            event.currentTarget.blur();
            setIsOpen(false);
            onPick(key);
          }}
        >
          <VerdictMark mark={mark} word={false} />
          <span className="measure-title">{title}</span>
          {count && (
            <span className="figure measure-count">
              {count[0]}/{count[1]}
            </span>
          )}
        </button>
      ))}
    </nav>
  );
}
