import { graduations, lengthStack, STACK, type StackTerm } from '../../core/drawing/length-stack.js';

interface Props {
  checked: number;
  terms: (StackTerm & { title: string })[];
  /** From graduation to graduation, mm, and how many of them carry a figure. */
  step: number;
  figure: (mm: number) => string;
  say: (mm: number) => string;
  label: string;
}

/** A length as a ruler of its terms: the checking rod, what each difference adds or takes away, the rod to order. */
export function LengthStack({ checked, terms, step, figure, say, label }: Props) {
  const stack = lengthStack(checked, terms);
  const { width, rod, height: row } = STACK;
  const length = checked + terms.reduce((sum, { value }) => sum + value, 0);
  const rows = terms.length + 2;
  const height = rows * row + 30;
  const marks = graduations(stack, step);
  const every = Math.max(1, Math.ceil(marks.length / 9));
  const bar = (y: number, to: number, ink: string) => (
    <>
      <rect x={8} y={y + 7} width={to - 8} height={row - 16} fill={ink} fillOpacity={0.22} stroke={ink} />
      <path
        d={`M ${rod - 14} ${y + 2} l 6 ${row / 2 - 2} l -8 0 l 6 ${row / 2 - 2}`}
        stroke="var(--paper)"
        strokeWidth={7}
        fill="none"
      />
      <path
        d={`M ${rod - 14} ${y + 4} l 6 ${row / 2 - 4} l -8 0 l 6 ${row / 2 - 4}`}
        stroke={ink}
        strokeWidth={1.4}
        fill="none"
      />
    </>
  );
  const words = (y: number, text: string, value: string) => (
    <>
      <text
        x={14}
        y={y + row / 2 + 5}
        fontFamily="var(--head)"
        fontWeight={600}
        fontSize={15}
        fill="var(--ink)"
        stroke="var(--paper)"
        strokeWidth={4}
        paintOrder="stroke"
      >
        {text}
      </text>
      <text
        x={width - 6}
        y={y + row / 2 + 5}
        textAnchor="end"
        className="figure"
        fontSize={15}
        fontWeight={600}
        fill="var(--ink)"
        stroke="var(--paper)"
        strokeWidth={4}
        paintOrder="stroke"
      >
        {value}
      </text>
    </>
  );
  return (
    <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={label} style={{ width: '100%', display: 'block' }}>
      {marks.map(({ x, value }, index) => (
        <g key={index}>
          <line x1={x} x2={x} y1={4} y2={height - 24} stroke="var(--hairline)" />
          {index % every === 0 && (
            <text x={x} y={height - 8} textAnchor="middle" className="figure" fontSize={12} fill="var(--steel)">
              {figure(value)}
            </text>
          )}
        </g>
      ))}
      {bar(0, stack.zero, 'var(--steel)')}
      {words(0, 'checking rod', say(checked))}
      {
        stack.steps.map(({ name, from, to }, index) => {
        const y = (index + 1) * row;
        const [left, right] = [Math.min(from, to), Math.max(from, to)];
        const { title, value } = terms[index];
        const ink = value < 0 ? 'var(--flag)' : 'var(--dye)';
        return (
          <g key={name}>
            <line x1={from} x2={from} y1={y - 8} y2={y + row} stroke="var(--steel)" strokeDasharray="3 4" />
            <rect x={left} y={y + 7} width={Math.max(2, right - left)} height={row - 16} fill={ink} fillOpacity={0.3} stroke={ink} />
            <path d={`M ${to} ${y + row / 2 - 1} l ${value < 0 ? 7 : -7} -6 v 12 z`} fill={ink} />
            {words(y, title, `${value < 0 ? '−' : '+'} ${figure(Math.abs(value))}`)}
          </g>
        );
      }) /* prettier-ignore */
      }
      {bar((rows - 1) * row, stack.end, 'var(--brass)')}
      {words((rows - 1) * row, 'to order', say(length))}
    </svg>
  );
}
