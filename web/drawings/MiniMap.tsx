import type { Bank } from '../../core/engine/engine.js';
import { valvesOfBank } from '../../core/engine/places.js';
import { MARK_WORD } from '../../core/drawing/verdict-mark.js';
import type { Mark } from '../../core/judge/mark.js';
import { MarkAt } from './VerdictMark.js';

const STEP = 13;
const ROW = 20;

/** The valve map at a glance: one mark a valve, in the true order along each head. */
export function MiniMap({ banks, marks }: { banks: Bank[]; marks: Record<string, Mark> }) {
  const rows = banks.map(valvesOfBank);
  const columns = Math.max(...rows.map((row) => row.length));
  const width = columns * STEP + 12;
  const height = rows.length * ROW;
  const counts = Object.values(marks).reduce<Partial<Record<Mark, number>>>(
    (sum, mark) => ({ ...sum, [mark]: (sum[mark] ?? 0) + 1 }),
    {},
  );
  const said = Object.entries(counts)
    .map(([mark, count]) => `${count} ${MARK_WORD[mark as Mark]}`)
    .join(', ');
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={`Valves: ${said}`}>
      {rows.map((row, index) => {
        const y = height - (index + 0.5) * ROW;
        const left = (width - row.length * STEP) / 2;
        return (
          <g key={row.join()}>
            {row.map((place, column) => (
              <g key={place}>
                {column % 2 === 0 && (
                  <rect
                    x={left + column * STEP + 0.5}
                    y={y - 8}
                    width={2 * STEP - 1}
                    height={16}
                    rx={8}
                    fill="none"
                    stroke="var(--hairline)"
                  />
                )}
                <MarkAt mark={marks[place]} x={left + (column + 0.5) * STEP} y={y} radius={3.6} />
              </g>
            ))}
          </g>
        );
      })}
    </svg>
  );
}
