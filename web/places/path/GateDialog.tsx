import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { format } from 'date-fns/format';
import { useState, type FormEvent } from 'react';
import { GATE_WORD, wordAsk, wordLack } from '../../../contracts/wording/gate.js';
import { GATES, type Gate } from '../../../core/plan/gates.js';
import type { GateStand } from '../../../core/sheet/gates.js';
import { act } from '../../app/api.js';
import { ReasonField, wrongReason } from '../../app/ReasonField.js';
import { useLooksOn, useSession } from '../../state/session.js';
import { Reopen, useGateAct } from '../../measuring/Reopen.js';

/** The gate after each. */
const NEXT = Object.fromEntries(GATES.map((gate, index) => [gate, GATES[index + 1]])) as Record<Gate, Gate | undefined>;

/** A gate: what it asks and lacks, closing it with one's name, and opening it again with what that costs. */
export function GateDialog({
  stand,
  currency,
  onClose,
}: {
  stand: GateStand;
  currency: string | null;
  onClose: () => void;
}) {
  const { gate, closed, lacks, asks, isOwn } = stand;
  const words = GATE_WORD[gate];
  const looksOn = useLooksOn();
  /** The check that is to be made later on this engine, while it is asked why. */
  const [moved, setMoved] = useState<string | null>(null);
  const person = useSession((session) => session.person);
  const mayClose = !looksOn && (gate !== 'hand-over' || person?.role === 'lead' || person?.role === 'owner');
  return (
    <Dialog open onClose={onClose} aria-labelledby="gate-title" fullWidth maxWidth="sm">
      <DialogTitle id="gate-title">{words.is}</DialogTitle>
      {closed ? (
        <>
          <DialogContent>
            <p>
              Closed by {closed.by}, {format(new Date(closed.at), 'd MMM yyyy, HH:mm')}
              {closed.reason ? `: “${closed.reason}”.` : '.'}
            </p>
            {closed.lacks.length > 0 && (
              <>
                <h3>Lacking when it was closed</h3>
                <ul className="gate-asks">
                  {closed.lacks.map((lack) => (
                    <li key={lack.ask} className="lacking">
                      ▲ {wordLack(lack)}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </DialogContent>
          {mayClose ? <Reopen gate={gate} currency={currency} onClose={onClose} /> : <Leave onClose={onClose} />}
        </>
      ) : (
        <>
          <DialogContent>
            <h3>Before it closes</h3>
            <ul className="gate-asks">
              {asks.map((ask) => {
                const lack = lacks.find((one) => one.ask === ask);
                return (
                  <li key={ask} className={lack ? 'lacking' : undefined}>
                    {lack ? `▲ ${wordLack(lack)}` : `● ${wordAsk(ask)}`}{' '}
                    {lack && mayClose && ask.startsWith('measure:') && NEXT[gate] && (
                      <Button
                        size="small"
                        aria-label={`Move ${wordAsk(ask)} to a later gate`}
                        onClick={() => setMoved(ask)}
                      >
                        Do it later
                      </Button>
                    )}
                  </li>
                );
              })}
            </ul>
            {!isOwn && (
              <p className="now-quiet">By general practice: this engine’s set of limits says nothing of this gate.</p>
            )}
          </DialogContent>
          {moved ? (
            <MoveCheck ask={moved} to={NEXT[gate]!} onClose={() => setMoved(null)} />
          ) : mayClose ? (
            <Close stand={stand} onClose={onClose} />
          ) : (
            <Leave onClose={onClose} />
          )}
        </>
      )}
    </Dialog>
  );
}

const Leave = ({ onClose }: { onClose: () => void }) => (
  <DialogActions>
    <Button onClick={onClose} autoFocus>
      Back to the path
    </Button>
  </DialogActions>
);

/** A check is made later on this engine: why, before the next gate asks it. */
function MoveCheck({ ask, to, onClose }: { ask: string; to: Gate; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const { file, problem, setProblem, isBusy } = useGateAct(onClose);
  const move = (event: FormEvent) => {
    event.preventDefault();
    event.stopPropagation();
    const why = reason.trim();
    const wrong = wrongReason(why);
    if (wrong) return setProblem(wrong);
    void file(`${wordAsk(ask)}: asked before “${GATE_WORD[to].is}”`, (engineId) =>
      act('POST /api/engines/:id/check-moves', { params: { id: engineId }, body: { ask, to, reason: why } }),
    );
  };
  return (
    <form noValidate onSubmit={move}>
      <DialogContent>
        <p>
          {wordAsk(ask)} on this engine is read with this gate closed, and asked before “{GATE_WORD[to].is}”.
        </p>
        <ReasonField value={reason} problem={problem} help="on the record" onChange={setReason} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Keep it here</Button>
        <Button type="submit" variant="contained" disabled={isBusy}>
          Move check
        </Button>
      </DialogActions>
    </form>
  );
}

function Close({ stand: { gate, lacks }, onClose }: { stand: GateStand; onClose: () => void }) {
  const person = useSession((session) => session.person);
  const [reason, setReason] = useState('');
  const { file, problem, setProblem, isBusy } = useGateAct(onClose);
  const words = GATE_WORD[gate];
  const isComplete = lacks.length === 0;
  const close = (event: FormEvent) => {
    event.preventDefault();
    event.stopPropagation();
    const why = reason.trim();
    const wrong = isComplete ? null : wrongReason(why);
    if (wrong) return setProblem(wrong);
    void file(`${words.is}: ${person?.name}`, (engineId) =>
      act('POST /api/engines/:id/gates/:gate', { params: { id: engineId, gate }, body: isComplete ? {} : { reason: why } }),
    ); // prettier-ignore
  };
  return (
    <form noValidate onSubmit={close}>
      <DialogContent>
        {isComplete ? (
          problem && <p role="alert">{problem}</p>
        ) : (
          <ReasonField
            label="Reason for closing it anyway"
            value={reason}
            problem={problem}
            help="it is flagged, and stands on the record"
            onChange={setReason}
          />
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it open</Button>
        <Button
          type="submit"
          variant="contained"
          disabled={isBusy}
          autoFocus={isComplete}
          color={isComplete ? 'primary' : 'error'}
        >
          {isComplete ? `${words.close}: ${person?.name}` : words.anyway}
        </Button>
      </DialogActions>
    </form>
  );
}
