import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { engineExport, type EngineExport } from '../../../contracts/engine-export.js';
import { issuesOf, type Issue } from '../../../contracts/errors.js';
import { many } from '../../../contracts/wording/many.js';
import { ApiError, ask, sayError } from '../../app/api.js';
import { FileButton } from '../../app/FileButton.js';

/** As many faults of a file as are told at once. */
const TOLD = 8;

/** What a file holds, or why it is no export that can be opened. */
type Read = { ok: true; file: EngineExport } | { ok: false; problem: string; issues: Issue[] };

function read(text: string): Read {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, problem: 'This file is no JSON: an export of an engine is.', issues: [] };
  }
  const parsed = engineExport.safeParse(json);
  if (parsed.success) return { ok: true, file: parsed.data };
  return { ok: false, problem: 'This file cannot be opened as an engine.', issues: issuesOf(parsed.error) };
}

/** What comes with the engine, told before anything is opened. */
function Holds({ file }: { file: EngineExport }) {
  const { engine, shop, readings, papers, dispositions, records, specSet } = file;
  const people = [...new Set(readings.map(({ by }) => by))];
  const lines: [string, string][] = [
    ['Engine', `${engine.tag}, ${engine.title}, of ${engine.customer}`],
    ['From', shop?.name ?? 'another Utex; the file does not say whose'],
    ['Readings', `${readings.length}${people.length > 0 ? `, taken by ${people.join(', ')}` : ''}`],
    ['Beside them', `${many(papers.length, 'paper', 'papers')}, ${many(dispositions.length, 'decision', 'decisions')}`],
    ['Judged by', `${specSet.title}, version ${specSet.version}: it comes along, unless the shop has one that says the same`],
    ...records.map(({ revision, signedBy, signedAt }): [string, string] => ['Signed there', `revision ${revision} by ${signedBy}, ${format(new Date(signedAt), 'd MMM yyyy')}`]),
  ]; // prettier-ignore
  return (
    <dl>
      {lines.map(([name, said]) => (
        <div key={name + said} style={{ display: 'contents' }}>
          <dt>{name}</dt>
          <dd>{said}</dd>
        </div>
      ))}
    </dl>
  );
}

/** An engine out of the export of another Utex: looked at first, then opened with its history, or not. */
export function OpenExport() {
  const navigate = useNavigate();
  const [found, setFound] = useState<EngineExport | null>(null);
  const [tag, setTag] = useState('');
  const [problem, setProblem] = useState<{ said: string; issues: Issue[] } | null>(null);
  const tagProblem = problem?.issues.find(({ path }) => path === 'tag')?.message;

  const choose = async (chosen: File) => {
    const result = read(await chosen.text());
    setFound(result.ok ? result.file : null);
    setProblem(result.ok ? null : { said: result.problem, issues: result.issues });
    if (result.ok) setTag(result.file.engine.tag);
  };
  const open = async () => {
    setProblem(null);
    try {
      const { id } = await ask('POST /api/engines/import', { body: { file: found!, tag: tag.trim() } });
      void navigate(`/engines/${id}/intake`);
    } catch (error) {
      const refused = error instanceof ApiError && error.issues.length > 0;
      setProblem(refused ? { said: error.message, issues: error.issues } : { said: sayError(error), issues: [] });
    }
  };
  const others = problem?.issues.filter(({ path }) => path !== 'tag') ?? [];
  return (
    <section aria-label="From another Utex" className="intake-export intake-wide">
      <FileButton
        label="Open the export of another Utex"
        accept=".json,application/json"
        onFile={(chosen) => void choose(chosen)}
        variant="outlined"
        size="small"
      >
        Open the export of another Utex
      </FileButton>
      {found && (
        <>
          <Holds file={found} />
          <p>All of it is marked as imported, and stands as taken by whoever took it there.</p>
          <TextField
            label="Tag here"
            autoFocus
            value={tag}
            onChange={({ target }) => setTag(target.value)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter') return;
              // The page around it would go on to its next step.
              event.preventDefault();
              void open();
            }}
            error={tagProblem !== undefined}
            helperText={tagProblem ?? ' '}
          />
        </>
      )}
      {problem && (
        <div role="alert">
          <p>{problem.said}</p>
          <ul>
            {others.slice(0, TOLD).map(({ path, message }) => (
              <li key={path + message}>
                {path.replace(/^file\./, '')}: {message}
              </li>
            ))}
          </ul>
          {others.length > TOLD && <p>And {others.length - TOLD} more.</p>}
        </div>
      )}
      {found && (
        <div className="intake-export-end">
          <Button variant="contained" onClick={() => void open()}>
            Open it with its history
          </Button>
          <Button
            onClick={() => {
              setFound(null);
              setProblem(null);
            }}
          >
            Leave it
          </Button>
        </div>
      )}
    </section>
  );
}
