import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import type { Engine } from '../../../core/engine/engine.js';
import type { RodAtHand } from '../../../core/parts/stock.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { toolTurns, type PushrodSetUp } from '../../../core/valvetrain/pushrod-set-up.js';
import { sayMoney } from '../../app/money.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { usePartsBook } from '../../state/parts-book.js';
import { useDesk } from '../../state/use-desk.js';
import { useLooksOn } from '../../state/session.js';
import type { LengthNeed } from '../../../core/sheet/length-needs.js';
import { needAtHand, type RodCandidate } from '../../../core/sheet/engine-lengths.js';
import type { RodStands } from '../../../core/sheet/rod-stands.js';
import { Pairs } from './Pairs.js';
import { isGuess, sayLength } from './words.js';

const FROM = { shelf: 'on the shelf', catalogue: 'catalogue', cut: 'cut to length' } as const;

/** How far the adjuster is turned in with a rod so much longer than the wanted one; where its turns are not known, by how much it moves. */
function sayAdjuster({ perTurn }: NonNullable<LengthNeed['adjuster']>, { turns, off }: RodStands): string {
  if (turns !== null) return `${turns.toFixed(2)} turns`;
  const moves = -off / perTurn;
  return `${moves >= 0 ? '+' : '−'}${Math.abs(moves).toFixed(2)} turn`;
}

/** How far the checking rod is turned open for a length, where its turns are filed. */
function sayTurnsOpen(said: PushrodSetUp | null, length: number): string {
  const turns = said?.tool ? toolTurns(said.tool, length) : -1;
  return turns >= 0 ? `${turns.toFixed(1)} turns` : '';
}

/** What tells whether a rod fits, or why nobody can. */
function sayBy({ by, plunger, adjuster, geometry }: LengthNeed, isHydraulic: boolean): string {
  switch (by) {
    case 'plunger':
      return 'Nothing turns here: the rod alone brings the plunger into its window.';
    case 'adjuster':
      return 'The adjuster takes up plunger and lash: a rod fits that leaves it within its range.';
    case 'mark':
      return 'The nut takes up plunger and lash, and goes higher or lower with the rod: a rod fits whose mark keeps clear of the edge.';
  }
  if (adjuster === null)
    return isHydraulic && !plunger
      ? 'Where the plunger is to stand is not said (Pushrods): margins cannot be told.'
      : 'Nothing turns here, and nobody has said what a rod may be off by: margins cannot be told.';
  return geometry.mount === 'stud-nut'
    ? 'Margins cannot be told yet: marks tell where the tip is rubbed with each rod, turns read at a trial where the nut ends.'
    : 'Margins cannot be told yet: read the adjuster’s turns at a trial, and each rod says where it ends.';
}

/** What can be had near a length, the shelf first: where it would leave plunger or adjuster, what it costs, when it is here. */
export function Candidates({
  need,
  said,
  engine,
  unit,
  onWant,
}: {
  need: LengthNeed;
  said: PushrodSetUp | null;
  engine: Engine;
  unit: Unit;
  onWant: (rod: RodAtHand) => void;
}) {
  const { book, failure } = usePartsBook();
  const looksOn = useLooksOn();
  const judging = useDesk((desk) => desk.judging!);
  const { wanted, by, adjuster, places } = need;
  const { candidates, soonest, pick, thickest, pairs } = useMemo(
    () => needAtHand(judging, need, book?.items ?? [], book?.shelf ?? []),
    [judging, need, book],
  );
  if (failure) return <p className="now-quiet">The list of parts: {failure}</p>;
  if (book && candidates.length === 0)
    return (
      <p className="now-quiet">Neither shelf nor catalogue has a rod within reach of this: write one down in Parts.</p>
    );
  const hasMarks = candidates.some(({ mark }) => mark !== null);
  const isSame = (a: RodCandidate | null, b: RodCandidate) => a?.rod === b.rod;
  const suppliers = new Map(book?.suppliers.map(({ id, name }) => [id, name]));
  return (
    <>
      <table className="measuring-table candidates">
        <thead>
          <tr>
            <th>rod</th>
            <th>length, off</th>
            <th>checking rod to try it</th>
            {by === 'plunger' && <th>plunger then</th>}
            {adjuster && <th>adjuster then</th>}
            {hasMarks && <th>mark, to the edge</th>}
            {by && <th>margin</th>}
            <th>beside it</th>
            <th>each</th>
            <th>here</th>
            <th>take or want</th>
          </tr>
        </thead>
        <tbody>
          {candidates.map((candidate) => {
            const { rod, off, margin, mark, beside, checkingRod } = candidate;
            const { item, length, from, free } = rod;
            return (
              <tr key={`${item.id}@${length}@${from}`} className={isSame(soonest, candidate) ? 'turned' : undefined}>
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
                <td className="figure">
                  {formatFigure(length, unit)}
                  <span className="now-quiet below">{`${off > 0 ? '+' : ''}${formatFigure(off, unit)}`}</span>
                </td>
                <td className="figure">
                  {formatFigure(checkingRod, unit)}
                  <span className="now-quiet below">{sayTurnsOpen(said, checkingRod)}</span>
                </td>
                {by === 'plunger' && <td className="figure">{formatFigure(candidate.plunger!, unit)}</td>}
                {adjuster && <td className="figure">{sayAdjuster(adjuster, candidate)}</td>}
                {hasMarks && (
                  <td className="figure">
                    {mark ? formatFigure(mark.width, unit) : '–'}
                    <span className="now-quiet below">
                      {mark?.edgeLeft == null ? '' : formatFigure(mark.edgeLeft, unit)}
                    </span>
                  </td>
                )}
                {by && (
                  <td className="figure">
                    {margin !== null && (
                      <>
                        <VerdictMark
                          mark={candidate.fits ? 'in' : length < wanted!.window.min ? 'low' : 'high'}
                          word={false}
                        />{' '}
                        {by === 'adjuster'
                          ? `${(margin / adjuster!.perTurn).toFixed(2).replace('-', '−')} turn`
                          : formatFigure(margin, unit)}
                      </>
                    )}
                  </td>
                )}
                <td className="figure">{beside === null ? '–' : formatFigure(beside, unit)}</td>
                <td className="figure">{sayMoney(item.priceEach, book?.currency ?? null)}</td>
                <td>
                  {from === 'shelf'
                    ? 'now'
                    : item.leadDays === null
                      ? 'not said'
                      : format(addDays(new Date(), item.leadDays), 'd MMM')}
                </td>
                <td>
                  {!looksOn && !isGuess(need.geometry) && (from !== 'shelf' || free >= places.length) && (
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
        <caption>
          {isGuess(need.geometry) &&
            'The best setting lies beyond what was tried: choose one with its reason (Which setting) before rods are ordered. '}
          {sayBy(need, engine.lifter === 'hydraulic')}
          {pick &&
            ` The largest margin has ${sayLength(pick.length, unit)}${isSame(soonest, pick) ? ', and it is here soonest' : `; here soonest is ${sayLength(soonest!.length, unit)}`}.`}
          {thickest !== null && ` The thickest rod that keeps clear of the head: ${sayLength(thickest, unit)}.`}
        </caption>
      </table>
      <Pairs pairs={pairs} unit={unit} />
    </>
  );
}
