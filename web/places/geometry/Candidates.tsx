import Button from '@mui/material/Button';
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import type { RodAtHand } from '../../../core/parts/stock.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { besideRod, type PushrodSetUp } from '../../../core/valvetrain/pushrod-set-up.js';
import { isWithin, marginIn } from '../../../core/valvetrain/within.js';
import { sayMoney } from '../../app/money.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { usePartsBook } from '../../state/parts-book.js';
import { useLooksOn } from '../../state/session.js';
import { rodsFor } from './available.js';
import type { LengthNeed } from '../../../core/sheet/length-needs.js';
import { sayLength } from './words.js';

const FROM = { shelf: 'on the shelf', catalogue: 'catalogue', cut: 'cut to length' } as const;

/** How far the adjuster is turned in with a rod so much longer than the wanted one; where its turns are not known, by how much it moves. */
function sayAdjuster({ perTurn, at }: NonNullable<LengthNeed['adjuster']>, longer: number): string {
  const moves = -longer / perTurn;
  return at === null ? `${moves >= 0 ? '+' : '−'}${Math.abs(moves).toFixed(2)} turn` : `${(at + moves).toFixed(2)} turns`; // prettier-ignore
}

/** What can be had near a length, the shelf first: where it would leave plunger or adjuster, what it costs, when it is here. */
export function Candidates({
  need,
  said,
  isHydraulic,
  unit,
  onWant,
}: {
  need: LengthNeed;
  said: PushrodSetUp | null;
  isHydraulic: boolean;
  unit: Unit;
  onWant: (rod: RodAtHand) => void;
}) {
  const { book, failure } = usePartsBook();
  const looksOn = useLooksOn();
  const { row, wanted, by, adjuster, plungerTarget, places } = need;
  const rods = rodsFor(book, row.value);
  if (failure) return <p className="now-quiet">The list of parts: {failure}</p>;
  if (book && rods.length === 0)
    return (
      <p className="now-quiet">Neither shelf nor catalogue has a rod within reach of this: write one down in Parts.</p>
    );
  const margins = rods.map(({ length }) => (wanted ? marginIn(wanted.window, length) : null));
  const fits = (index: number) => margins[index] !== null && isWithin(margins[index], rods[index].length);
  // Of those that keep within the window the one that is here soonest: the shelf comes first.
  const first = rods.findIndex((_, index) => fits(index));
  const suppliers = new Map(book?.suppliers.map(({ id, name }) => [id, name]));
  /** What is left on each side of this very rod in the head’s hole. */
  const beside = ({ item }: RodAtHand) =>
    said && besideRod({ ...said, rodDiameter: item.diameterMm ?? said.rodDiameter });
  return (
    <table className="measuring-table candidates">
      <thead>
        <tr>
          <th>rod</th>
          <th>length</th>
          <th>off</th>
          {by === 'plunger' && <th>plunger then</th>}
          {adjuster && <th>or adjuster</th>}
          {by && <th>margin</th>}
          <th>beside it in its hole</th>
          <th>each</th>
          <th>here</th>
          <th>take or want</th>
        </tr>
      </thead>
      <tbody>
        {rods.map((rod, index) => {
          const { item, length, from, free } = rod;
          const margin = margins[index];
          const off = length - row.value;
          const gap = beside(rod);
          return (
            <tr key={`${item.id}@${length}@${from}`} className={index === first ? 'turned' : undefined}>
              <th>
                {item.title}
                <span className="now-quiet">
                  {' '}
                  {FROM[from]}
                  {from === 'shelf'
                    ? `, ${free} free`
                    : item.supplierId
                      ? `, ${suppliers.get(item.supplierId) ?? ''}`
                      : ''}
                  {item.wallMm !== null && `, wall ${sayLength(item.wallMm, unit)}`}
                </span>
              </th>
              <td className="figure">{formatFigure(length, unit)}</td>
              <td className="figure">{`${off > 0 ? '+' : ''}${formatFigure(off, unit)}`}</td>
              {by === 'plunger' && <td className="figure">{formatFigure(plungerTarget! + off, unit)}</td>}
              {adjuster && <td className="figure">{sayAdjuster(adjuster, off)}</td>}
              {by && (
                <td className="figure">
                  {margin !== null && (
                    <>
                      <VerdictMark
                        mark={fits(index) ? 'in' : length < wanted!.window.min ? 'low' : 'high'}
                        word={false}
                      />{' '}
                      {by === 'plunger'
                        ? formatFigure(margin, unit)
                        : `${(margin / adjuster!.perTurn).toFixed(2)} turn`}
                    </>
                  )}
                </td>
              )}
              <td className="figure">{gap === null ? '–' : formatFigure(gap, unit)}</td>
              <td className="figure">{sayMoney(item.priceEach, book?.currency ?? null)}</td>
              <td>
                {from === 'shelf'
                  ? 'now'
                  : item.leadDays === null
                    ? 'not said'
                    : format(addDays(new Date(), item.leadDays), 'd MMM')}
              </td>
              <td>
                {!looksOn && (from !== 'shelf' || free >= places.length) && (
                  <Button
                    size="small"
                    onClick={() => onWant(rod)}
                    aria-label={`${from === 'shelf' ? 'Take' : 'Want'} ${item.title} ${formatFigure(length, unit)}`}
                  >
                    {from === 'shelf' ? 'Take' : 'Want'}
                  </Button>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
      {isHydraulic && by !== 'plunger' && (
        <caption>Where the plunger is to stand is not said (Pushrods): margins cannot be told.</caption>
      )}
    </table>
  );
}
