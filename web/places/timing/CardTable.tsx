import { COMPARED, SHORT } from '../../../core/drawing/wheel-finds.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { AppliedLimit } from '../../../core/sheet/limits.js';
import type { Judging } from '../../../core/sheet/judging.js';
import type { Sheet } from '../../../core/sheet/sheet.js';
import { formatFigure } from '../../../core/units/format.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';

const short = (deg: number) => formatFigure(deg, 'deg').replace(/\.?0+$/, '');
const signed = (deg: number) => (deg > 0 ? '+' : '') + short(deg);

/** How far from its card an event may lie. */
function sayLimit(limit: AppliedLimit | null | undefined, card: number | undefined): string {
  if (card === undefined || limit?.min === undefined || limit.max === undefined) return '';
  const [under, over] = [card - limit.min, limit.max - card];
  return under === over ? `±${short(over)}` : `−${short(under)} +${short(over)}`;
}

/** The card, event by event, against what was measured. */
export function CardTable({ sheet, judging }: { sheet: Sheet; judging: Judging }) {
  return (
    <table className="measuring-table timing-table" aria-label="Card against measured">
      <thead>
        <tr>
          {['', 'card', 'measured', 'apart', 'limit', ''].map((head, index) => (
            <th key={index} scope="col" className={head === 'limit' ? 'timing-limit' : undefined}>
              {head || <span className="sr-only">{index === 0 ? 'event' : 'verdict'}</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {COMPARED.map((measure) => {
          const row = sheet.rows.find((candidate) => candidate.measure === measure);
          const card = judging.expected(measure, 'engine', row?.at);
          const { title, sides } = measureOf(measure);
          return (
            <tr key={measure}>
              <th scope="row">
                <abbr title={`${title}, degrees ${sides?.plus} ${sides?.deadCentre}`}>{SHORT[measure].label}</abbr>
              </th>
              <td className="figure">{card === undefined ? '–' : short(card)}</td>
              <td className="figure">{row ? short(row.value) : '–'}</td>
              <td className="figure">{row && card !== undefined ? signed(row.value - card) : ''}</td>
              <td className="figure timing-limit">{sayLimit(row?.limit, card)}</td>
              <td>{row && row.verdict !== 'unjudged' && <VerdictMark mark={row.verdict} word={false} />}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
