import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import type { Unit } from '../../../core/units/units.js';
import { SCHOOL_NAME, SCHOOL_WHY } from '../../../contracts/wording/geometry.js';
import { BY_NAME, sayAim, sayDifference, sayLength } from './words.js';

/** What each school says, the shop's own first: where they disagree, by how much. */
export function Schools({ found, unit }: { found: RockerGeometry; unit: Unit }) {
  const { opinions, school, apart, why, markAim } = found;
  const sorted = [...opinions].sort((a, b) => Number(b.school === school) - Number(a.school === school));
  const shown = sorted.filter((one) => one.school === school || one.best !== null || one.school !== 'longest-travel');
  return (
    <table className="measuring-table schools">
      <thead>
        <tr>
          <th>school</th>
          <th>best at</th>
          <th>from the shop’s</th>
          <th>told by</th>
        </tr>
      </thead>
      <tbody>
        {shown.map(({ school: name, best, by, isBracketed }) => {
          const away = apart.find((one) => one.school === name);
          return (
            <tr key={name} className={name === school ? 'turned' : undefined}>
              <th>
                {SCHOOL_NAME[name]}
                <span className="now-quiet">
                  {name === school && ', the shop’s'}: {name === school && why ? why : SCHOOL_WHY[name]}
                </span>
              </th>
              <td className="figure">{best === null ? '–' : sayLength(best, unit)}</td>
              <td className="figure">{away ? sayDifference(away.by, unit) : ''}</td>
              <td>
                {by ? `${BY_NAME[by]}${isBracketed ? '' : '; not bracketed'}` : 'not told yet'}
                {name === 'centred' && markAim !== 0 && `; ${sayAim(markAim, unit)}`}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
