import { FASTENERS, fastenersAt, headCorners } from '../../core/drawing/tightening-pattern.js';
import type { ReactNode } from 'react';
import type { TighteningPlan } from '../../core/tightening/plan.js';
import { withUnit } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { PlaceList } from './PlaceList.js';
import { useIsTooSmall } from './use-is-too-small.js';
import { usePlaceFocus } from './use-place-focus.js';

/** How a fastener stands in the pass that is shown. */
export interface FastenerFace {
  state: 'open' | 'done' | 'off' | 'skipped' | 'moved';
  figure: string;
  unit?: Unit;
}

const WORD: Record<FastenerFace['state'], string> = {
  open: 'not taken',
  done: 'done',
  off: 'off its target',
  skipped: 'passed by',
  moved: 'moved',
};

const isWrong = ({ state }: FastenerFace): boolean => state === 'off' || state === 'moved';

/** All of a fastener, as it is heard. */
const saidOf = ({ nth, turn }: { nth: number; turn: number }, face: FastenerFace) =>
  [`fastener ${nth}${face.figure ? ` ${face.unit ? withUnit(face.figure, face.unit) : face.figure}` : ''}`, `${turn} in the order`, WORD[face.state]].join(', '); // prettier-ignore

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
  // Its words are smaller than those of other drawings.
  const isTooSmall = useIsTooSmall(1.3 * FASTENERS.width);
  const inOrder = plan.order.flatMap((nth) => heads.find((head) => head.nth === nth) ?? []);
  if (isTooSmall && onPick)
    return (
      <PlaceList
        label={label}
        active={active === undefined ? undefined : String(active)}
        typed={typed}
        places={inOrder.map((head) => {
          const face = faces[head.nth] ?? { state: 'open', figure: '' };
          return {
            key: String(head.nth),
            name: `${head.turn}. №${head.nth}`,
            mark: <span aria-hidden="true">{isWrong(face) ? '▲' : face.state === 'done' ? '●' : '○'}</span>,
            figure: face.figure,
            unit: face.unit,
            note: WORD[face.state],
            onPick: () => onPick(head.nth),
          };
        })}
      />
    );
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
      data-bench-map
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
        const ink = isWrong(face) ? 'var(--flag)' : face.state === 'skipped' ? 'var(--ochre)' : 'var(--ink)';
        const figure = isActive && typed !== '' ? typed : face.figure;
        const shownFigure = figure === '' ? '' : `${isWrong(face) ? '▲ ' : ''}${figure}`;
        return (
          <g key={nth}>
            <Head said={saidOf(head, { ...face, figure })} isActive={isActive} onPick={onPick && (() => onPick(nth))}>
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
