interface Props {
  name: string;
  address: string;
  paper: 'A4' | 'Letter';
  /** Address of the picture at the head; empty for none. */
  picture: string;
}

const SIZE = { A4: { width: 210, height: 297 }, Letter: { width: 216, height: 279 } };

/** The front page of a record in outline, with what the shop says at its head as it is typed. */
export function SheetHead({ name, address, paper, picture }: Props) {
  const { width, height } = SIZE[paper];
  const line = address.trim().replace(/\s*\n\s*/g, ', ');
  const quiet = { stroke: 'var(--hairline)', strokeWidth: 1, fill: 'none' };
  return (
    <svg
      viewBox={`-2 -2 ${width + 4} ${height + 4}`}
      role="img"
      aria-label={`The front page of a record on ${paper}: ${name}${line ? `, ${line}` : ''}`}
      style={{ width: '100%', display: 'block' }}
    >
      <rect width={width} height={height} fill="var(--sheet)" stroke="var(--steel)" />
      <rect x={9} y={9} width={width - 18} height={height - 18} {...quiet} />
      <text x={17} y={25} fontFamily="var(--head)" fontWeight={600} fontSize={8} fill="var(--dye)">
        {name}
      </text>
      <text x={17} y={32} fontFamily="var(--text)" fontSize={4.4} fill="var(--steel)">
        {line.slice(0, 80)}
      </text>
      <text x={17} y={46} fontFamily="var(--head)" fontWeight={600} fontSize={14} fill="var(--ink)">
        Build record
      </text>
      {picture !== '' && (
        <image href={picture} x={width - 88} y={30} width={71} height={17} preserveAspectRatio="xMaxYMid meet" />
      )}
      <line x1={17} x2={width - 17} y1={51} y2={51} {...quiet} />
      {[0, 1, 2, 3].map((bore) => (
        <circle key={bore} cx={40 + (bore * (width - 80)) / 3} cy={100} r={17} {...quiet} />
      ))}
      {[150, 158, 166, 174, 182].map((y) => (
        <line key={y} x1={17} x2={width - 17} y1={y} y2={y} {...quiet} />
      ))}
      <rect x={width - 57} y={height - 75} width={40} height={40} {...quiet} />
    </svg>
  );
}
