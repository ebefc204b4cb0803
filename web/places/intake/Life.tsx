import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { format } from 'date-fns/format';
import { useState } from 'react';
import type { EngineLife } from '../../../core/sheet/acts.js';
import { act, sayError } from '../../app/api.js';
import { useSession } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import './life.css';
import { LIFE_WORD } from './words.js';

/** What may follow: a struck engine is only taken up again. */
const NEXT: Record<EngineLife, EngineLife[]> = {
  'in-work': ['handed-over', 'closed', 'struck'],
  'handed-over': ['in-work', 'closed'],
  closed: ['in-work'],
  struck: ['in-work'],
};

/** Handing an engine over, closing it, taking it up again for a freshen-up, striking one opened by mistake: with a reason. */
export function Life() {
  const { engine, file, reload } = useDesk();
  const role = useSession((state) => state.person?.role);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { id, life, tag } = engine!;
  const changes = file!.acts.filter((one) => one.kind === 'life');
  const change = async (to: EngineLife) => {
    setProblem(null);
    try {
      await act('POST /api/engines/:id/life', { params: { id }, body: { life: to, reason } });
      setReason('');
      await reload();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <section aria-label="Where it is" className="life">
      <h3>
        {tag} is {LIFE_WORD[life].is}
      </h3>
      {(role === 'lead' || role === 'owner') && (
        <>
          <TextField
            label="Reason"
            value={reason}
            onChange={({ target }) => setReason(target.value)}
            // The reason is of its own: Enter does not file the form around it.
            onKeyDown={(event) => {
              if (event.key === 'Enter') event.preventDefault();
            }}
            error={problem !== null}
            helperText={problem ?? 'in a few words; closed and struck engines take no more readings'}
          />
          <div className="life-acts">
            {NEXT[life].map((to) => (
              <Button key={to} variant="outlined" onClick={() => void change(to)}>
                {LIFE_WORD[to].does}
              </Button>
            ))}
          </div>
        </>
      )}
      <ol className="plain-list">
        {changes.map((one) => (
          <li key={one.id} className="listed">
            <strong>{LIFE_WORD[one.life].is}</strong>
            <span>{one.reason}</span>
            <span className="life-quiet">
              {one.by}, {format(new Date(one.at), 'd MMM yyyy, HH:mm')}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
