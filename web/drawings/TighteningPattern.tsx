import { FASTENERS, fastenersAt, headCorners } from '../../core/drawing/tightening-pattern.js';
import type { ReactNode } from 'react';
import type { TighteningPlan } from '../../core/tightening/plan.js';
import { usePlaceFocus } from './use-place-focus.js';

/** How a fastener stands in the pass that is shown. */
export interface FastenerFace {
  state: 'open' | 'done' | 'off' | 'skipped' | 'moved';
  figure: string;
}

const WORD: Record<FastenerFace['state'], string> = {
  open: 'not taken',
  done: 'done',
  off: 'off its target',
  skipped: 'passed by',
  moved: 'moved',
};

interface Props {
  plan: Pick<TighteningPlan, 'count' | 'rows' | 'pattern' | 'order'>;
  faces?: Record<number, FastenerFace>;
  active?: number;
  typed?: string;
  onPick?: (nth: number) => void;
  label: string;
}

/** What of a fastener is pressed and named; the one in hand has the focus, and what is typed or taken is its. */
function Head({
  said,
  isActive,
  onPick,
  children,
}: {
  said: string;
  isActive: boolean;
  onPick?: () => void;
  children: ReactNode;
}) {
  const head = usePlaceFocus<SVGGElement>(isActive);
  return (
    <g
      ref={head}
      className="tightening-head"
      {...(onPick
        ? {
            role: 'button',
            tabIndex: isActive ? 0 : -1,
            'aria-current': isActive ? ('true' as const) : undefined,
            'aria-label': said,
            'data-bench-place': true,
            onClick: onPick,
          }
        : {})}
    >
      {children}
    </g>
  );
}

/** A group of fasteners as it lies before the hand, with its order: the head that is active glows, one passed by is an open ring. */
export function TighteningPattern({ plan, faces = {}, active, typed = '', onPick, label }: Props) {
  const heads = fastenersAt(plan);
  const inOrder = plan.order.flatMap((nth) => heads.find((head) => head.nth === nth) ?? []);
  const size = Math.min(
    FASTENERS.head,
    plan.pattern === 'rows'
      ? (FASTENERS.width - 2 * FASTENERS.margin) / Math.ceil(plan.count / plan.rows) / 2.4
      : FASTENERS.head,
  );
  return (
    <svg
      viewBox={`0 0 ${FASTENERS.width} ${FASTENERS.height}`}
      role="group"
      aria-label={label}
      className="tightening-pattern"
    >
      <polyline
        points={inOrder.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke="var(--hairline)"
        strokeWidth={2}
      />
      {heads.map((head) => {
        const { nth, turn, x, y } = head;
        const face = faces[nth] ?? { state: 'open', figure: '' };
        const isActive = nth === active;
        const isTaken = face.state !== 'open' && face.state !== 'skipped';
        const ink =
          face.state === 'off' || face.state === 'moved'
            ? 'var(--flag)'
            : face.state === 'skipped'
              ? 'var(--ochre)'
              : 'var(--ink)';
        const figure = isActive && typed !== '' ? typed : face.figure;
        const shownFigure =
          figure === '' ? '' : `${face.state === 'off' || face.state === 'moved' ? '▲ ' : ''}${figure}`;
        return (
          <g key={nth}>
            <Head
              said={[
                `fastener ${nth}${shownFigure ? ` ${shownFigure}` : ''}`,
                `${turn} in the order`,
                WORD[face.state],
              ].join(', ')}
              isActive={isActive}
              onPick={onPick && (() => onPick(nth))}
            >
              <circle cx={x} cy={y} r={size + 13} fill="transparent" />
            </Head>
            <g aria-hidden="true" pointerEvents="none">
              {isActive && (
                <circle cx={x} cy={y} r={size + 13} fill="var(--dye-wash)" stroke="var(--dye)" strokeWidth={3} />
              )}
              <polygon
                points={headCorners(head, size)}
                fill={isTaken ? 'var(--ring)' : 'var(--sheet)'}
                stroke={isActive ? 'var(--dye)' : ink}
                strokeWidth={isTaken ? 2.5 : 1.5}
              />
              {!isTaken && (
                <circle
                  cx={x}
                  cy={y}
                  r={size - 7}
                  fill="none"
                  stroke={ink}
                  strokeWidth={face.state === 'skipped' ? 3.5 : 1.2}
                  strokeDasharray={face.state === 'skipped' ? '' : '3 4'}
                />
              )}
              <text
                x={x}
                y={y + 6}
                textAnchor="middle"
                className="figure"
                fontSize={Math.min(21, size * 0.75)}
                fontWeight={600}
                fill={isActive ? 'var(--dye)' : ink}
              >
                {turn}
              </text>
              {/* Which one it is stands beside it; what is inside is its turn. */}
              <text x={x - size - 10} y={y - size - 2} textAnchor="end" fontSize={13} fill="var(--steel)">
                №{nth}
              </text>
              <text
                x={x}
                y={y + size + 22}
                textAnchor="middle"
                className="figure"
                fontSize={15}
                fill={isActive ? 'var(--dye)' : ink}
              >
                {shownFigure}
              </text>
            </g>
          </g>
        );
      })}
    </svg>
  );
}
