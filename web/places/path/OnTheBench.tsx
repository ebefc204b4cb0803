import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { STAGE_WORD } from '../../../contracts/wording/gate.js';
import { benchList } from '../../../core/plan/bench-lists.js';
import type { Stage } from '../../../core/plan/measure.js';
import { onBenchOf } from '../../../core/sheet/on-bench.js';
import { act, sayError } from '../../app/api.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';

/** What a stage needs on the bench before it is begun, each ticked as it lies there; printed as it stands. */
export function OnTheBench({ stage }: { stage: Stage }) {
  const file = useDesk((desk) => desk.file!);
  const engineId = useDesk((desk) => desk.engine!.id);
  const reload = useDesk((desk) => desk.reload);
  const looksOn = useLooksOn();
  const { enqueueSnackbar } = useSnackbar();
  /** What was ticked and is on its way. */
  const [ticked, setTicked] = useState<Record<string, boolean>>({});
  const { items, isOwn } = benchList(file.spec.practice, stage);
  const there = onBenchOf(file, stage);
  const tick = async (item: string, isThere: boolean) => {
    setTicked((all) => ({ ...all, [item]: isThere }));
    try {
      await act('POST /api/engines/:id/on-bench', { params: { id: engineId }, body: { stage, item, isThere } });
      await reload();
    } catch (error) {
      enqueueSnackbar(sayError(error), { variant: 'error', persist: true });
    }
    setTicked(({ [item]: _done, ...rest }) => rest);
  };
  return (
    <section aria-label="On the bench" className="on-bench">
      <h2>
        On the bench for {STAGE_WORD[stage]}
        <Button size="small" className="no-print" onClick={() => window.print()}>
          Print
        </Button>
      </h2>
      <ul className="plain-list">
        {items.map((item) => (
          <li key={item}>
            <label>
              <input
                type="checkbox"
                checked={ticked[item] ?? there.has(item)}
                disabled={looksOn}
                onChange={({ target }) => void tick(item, target.checked)}
              />{' '}
              {item}
            </label>
          </li>
        ))}
      </ul>
      {!isOwn && <p className="now-quiet">by general practice; a set of limits may have the shop’s own list</p>}
    </section>
  );
}
