import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { CHANGED_WHY } from '../../../contracts/wording/judged-before.js';
import { spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { MARK_WORD } from '../../../core/drawing/verdict-mark.js';
import { judgedBefore } from '../../../core/sheet/judged-before.js';
import { useDesk } from '../../state/use-desk.js';

const keyOf = (engineId: string) => `utex.judged-before.11.${engineId}`;

/** Which verdicts are others than they were when their values were read, and why: said once on each device. */
export function JudgedBefore() {
  const { engineId, file, stand, sheet } = useDesk();
  const [isRead, setRead] = useState(() => localStorage.getItem(keyOf(engineId!)) !== null);
  const changed = useMemo(() => judgedBefore(file!, stand!, sheet!), [file, stand, sheet]);
  if (isRead || changed.length === 0) return null;
  const reasons = [...new Set(changed.map(({ by }) => by))];
  return (
    <section aria-label="Judged otherwise than before">
      <h2>
        Judged otherwise than before <span className="figure">{changed.length}</span>
      </h2>
      {reasons.map((by) => (
        <p key={by}>{CHANGED_WHY[by]}</p>
      ))}
      <ul className="plain-list">
        {changed.map(({ measure, place, before, after }) => (
          <li key={`${measure} ${place}`}>
            {measureOf(measure).title}, {spokenPlace(place)}: {MARK_WORD[before]}, now {MARK_WORD[after]}
          </li>
        ))}
      </ul>
      <Button
        size="small"
        onClick={() => {
          localStorage.setItem(keyOf(engineId!), new Date().toISOString());
          setRead(true);
        }}
      >
        Close this note
      </Button>
    </section>
  );
}
