import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link, useRevalidator } from 'react-router';
import type { ApiAnswer } from '../../../contracts/api.js';
import type { SpecSet } from '../../../core/plan/spec-sets.js';
import { act, ask, sayError } from '../../app/api.js';
import { VerdictChanges } from '../../measuring/VerdictChanges.js';
import { useSession } from '../../state/session.js';

type Judged = ApiAnswer<'GET /api/spec-sets/:id'>['engines'][number];
type Changes = ApiAnswer<'GET /api/engines/:id/spec-set'>['changes'];

/** What would become of an engine's verdicts, and moving it with a reason. */
function Move({ engine, spec, onDone }: { engine: Judged; spec: SpecSet; onDone: () => void }) {
  const [changes, setChanges] = useState<Changes | null>(null);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { revalidate } = useRevalidator();
  const params = { id: engine.id };
  const chosen = { specSet: spec.id, version: spec.version };
  const look = () =>
    ask('GET /api/engines/:id/spec-set', { params, query: chosen }).then(
      (answer) => setChanges(answer.changes),
      (error: unknown) => setProblem(sayError(error)),
    );
  const move = async () => {
    try {
      await act('POST /api/engines/:id/spec-set', { params, body: { ...chosen, reason } });
      await revalidate();
      onDone();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <form
      className="limits-move"
      aria-label={`Move ${engine.tag} to version ${spec.version}`}
      onSubmit={(event) => {
        event.preventDefault();
        void (changes ? move() : look());
      }}
    >
      {!changes && (
        <Button type="submit" variant="outlined" size="small">
          What would version {spec.version} change?
        </Button>
      )}
      {changes && <VerdictChanges changes={changes} on={engine.tag} />}
      {changes && (
        <div className="limits-move-end">
          <TextField
            label="Why it is moved"
            value={reason}
            autoFocus
            onChange={(event) => setReason(event.target.value)}
            error={problem !== null}
            helperText={problem ?? ' '}
          />
          <Button type="submit" variant="contained">
            Judge {engine.tag} by version {spec.version}
          </Button>
          <Button onClick={onDone}>Leave it</Button>
        </div>
      )}
      {!changes && problem && <p role="alert" className="limits-wrong">{problem}</p>}
    </form>
  ); // prettier-ignore
}

/** The engines that a set judges, by which version, and moving one to the version that is looked at. */
export function MoveEngines({ engines, spec }: { engines: Judged[]; spec: SpecSet }) {
  const role = useSession((state) => state.person?.role);
  const mayMove = role === 'owner' || role === 'lead';
  const [moving, setMoving] = useState<string | null>(null);
  return (
    <section aria-label="Engines judged by this set" className="limits-engines">
      <h2>Engines</h2>
      {engines.length === 0 && <p className="limits-empty">No engine is judged by this set.</p>}
      <ul className="plain-list">
        {engines.map((engine) => (
          <li key={engine.id} className="listed">
            <Link to={`/engines/${engine.id}/review`} className="limits-tag">
              {engine.tag}
            </Link>
            <span className="limit-quiet">{engine.title}</span>
            <span className="figure">v{engine.version}</span>
            {mayMove && engine.version !== spec.version && moving !== engine.id && (
              <Button size="small" onClick={() => setMoving(engine.id)}>
                Move {engine.tag} to v{spec.version}
              </Button>
            )}
            {moving === engine.id && <Move engine={engine} spec={spec} onDone={() => setMoving(null)} />}
          </li>
        ))}
      </ul>
    </section>
  );
}
