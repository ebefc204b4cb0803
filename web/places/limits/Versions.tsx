import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { Link, useLoaderData, useSearchParams } from 'react-router';
import { measureOf } from '../../../core/plan/measures.js';
import { compareSpecSets } from '../../../core/plan/compare-spec-sets.js';
import type { SpecSet } from '../../../core/plan/spec-sets.js';
import { wordRecheck } from '../../../contracts/wording/recheck.js';
import { download } from '../../app/download.js';
import type { specSetLoader } from '../../app/loaders.js';
import { useSession } from '../../state/session.js';
import { ALONG_NAME, METHOD_TITLE } from '../../../contracts/wording/setting.js';
import { Comparison, LimitsTable } from './LimitsTable.js';
import { MoveEngines } from './MoveEngines.js';
import { limitsCsv, setJson } from './set-files.js';

function issuedWords({ issued, version }: SpecSet): string {
  if (!issued) return `Version ${version} is an example of general shop practice that came with Utex.`;
  return `Version ${version}, issued by ${issued.by} on ${format(new Date(issued.at), 'd MMM yyyy')}: ${issued.reason}`;
}

/** One set: its versions, the one that is looked at, two of them side by side, and the engines that it judges. */
export function Versions() {
  const loaded = useLoaderData<typeof specSetLoader>();
  const isOwner = useSession(({ person }) => person?.role === 'owner');
  const [asked, setAsked] = useSearchParams();
  if (!loaded) return null;
  const { versions, engines } = loaded;
  const find = (name: string) => versions.find(({ version }) => String(version) === asked.get(name));
  const shown = find('version') ?? versions[0];
  const beside = find('beside');
  const choose = (version: number, other: number | null) =>
    setAsked({ version: String(version), ...(other === null ? {} : { beside: String(other) }) }, { replace: true });
  const [before, after] = beside && beside.version > shown.version ? [shown, beside] : [beside, shown];
  const { setting, rechecks = [] } = shown.practice;
  const { checkLift } = shown.practice.timing;
  return (
    <div className="limits-set-shown">
      <div className="limits-head">
        <div role="group" aria-label="Versions" className="limits-versions">
          {[...versions].reverse().map(({ version }) => (
            <button
              key={version}
              type="button"
              className={version === shown.version ? 'limits-version here' : 'limits-version'}
              aria-pressed={version === shown.version}
              onClick={() => choose(version, null)}
            >
              v{version}
            </button>
          ))}
        </div>
        {versions.length > 1 && (
          <label className="limits-add">
            beside
            <select
              value={beside?.version ?? ''}
              onChange={({ target }) => choose(shown.version, target.value === '' ? null : Number(target.value))}
            >
              <option value="">no other</option>
              {versions
                .filter(({ version }) => version !== shown.version)
                .map(({ version }) => (
                  <option key={version} value={version}>
                    v{version}
                  </option>
                ))}
            </select>
          </label>
        )}
        <span className="limits-gap" />
        {isOwner && (
          <Button variant="contained" component={Link} to={`/limits/${shown.id}/next`}>
            Write version {versions[0].version + 1}
          </Button>
        )}
        {isOwner && (
          <Button variant="outlined" component={Link} to={`/limits/${shown.id}/copy`}>
            A new set from this
          </Button>
        )}
        <Button size="small" onClick={() => download(`${shown.id}-v${shown.version}.csv`, 'text/csv', limitsCsv(shown.limits))}>
          CSV
        </Button>
        <Button size="small" onClick={() => download(`${shown.id}-v${shown.version}.json`, 'application/json', setJson(shown))}>
          JSON
        </Button>
      </div>
      <p className="limit-quiet">{issuedWords(shown)}</p>
      {before ? (
        <Comparison before={before} after={after} difference={compareSpecSets(before, after)} />
      ) : (
        <>
          <LimitsTable spec={shown} />
          <section aria-label="Practice" className="limits-stage">
            <h2>Practice</h2>
            <p>
              {METHOD_TITLE[setting.method]}, {ALONG_NAME[setting.along]};{' '}
              <span className="figure">{setting.marginDeg}°</span> to any ramp. Drops at{' '}
              <span className="figure">{shown.practice.timing.drops.in.join(', ')} in</span> or{' '}
              <span className="figure">{shown.practice.timing.drops.mm.join(', ')} mm</span>. The chain settles by{' '}
              <span className="figure">{shown.practice.timing.settleDeg}°</span>.
              {setting.asks && setting.asks.length > 0 && (
                <> At each valve also {setting.asks.map((key) => measureOf(key).title.toLowerCase()).join(', ')}.</>
              )}
              {checkLift && (
                <>
                  {' '}
                  Events are read at <span className="figure">{checkLift.in} in</span> or{' '}
                  <span className="figure">{checkLift.mm} mm</span> while no card says otherwise.
                </>
              )}
            </p>
            {rechecks.length > 0 && (
              <ul aria-label="Looked at again">
                {rechecks.map((row) => (
                  <li key={row.what}>
                    {row.what} is looked at again {wordRecheck(row)}.
                  </li>
                ))}
              </ul>
            )}
          </section>
        </>
      )}
      <MoveEngines key={`${shown.id}.${shown.version}`} engines={engines} spec={shown} />
    </div>
  ); // prettier-ignore
}
