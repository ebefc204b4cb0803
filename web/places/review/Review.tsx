import type { ReactNode } from 'react';
import { DISPOSITION_ACTIONS } from '../../../core/sheet/acts.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import { formatRow, UNIT_LABEL } from '../../../core/units/format.js';
import { Hints } from '../../measuring/panel-parts.js';
import { Where } from '../../measuring/Where.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useDesk } from '../../state/use-desk.js';
import { useSession } from '../../state/session.js';
import { ClayInside } from '../mock-up/ClayInside.js';
import { alike } from './alike.js';
import { GatesReview } from './GatesReview.js';
import { FlagItem, Item, MissingItem, TakeAgain } from './items.js';
import '../../measuring/panel.css';
import './review.css';
import { JudgedBefore } from './JudgedBefore.js';
import { Sign } from './Sign.js';

/** So many readings of one value are worth a look. */
const RETAKEN = 3;

/** What stands there: as it was typed, or what was computed from that. */
function sayRow(row: SheetRow): string {
  if (!row.derivedFrom && !row.meanOf) return `${row.entered} ${UNIT_LABEL[row.enteredUnit]}`;
  return formatRow(row, row.limit?.stated.unit ?? row.enteredUnit);
}

/** One value in question, or several about which the very same is asked. */
function InQuestion({ group }: { group: SheetRow[] }) {
  const [row] = group;
  return (
    <Item
      mark={<VerdictMark mark={row.verdict} />}
      title={
        group.length === 1 ? (
          <>
            <Where at={row} /> <span className="figure">{sayRow(row)}</span>
          </>
        ) : (
          <strong>
            {measureOf(row.measure).title}, {group.length} values
          </strong>
        )
      }
    >
      <Hints hints={row.hints} unit={row.enteredUnit} at={row} readingIds={group.map(({ readingId }) => readingId)} />
      {group.length === 1 ? (
        <TakeAgain at={row} word="Measure again:" />
      ) : (
        <ul className="review-alike" aria-label="Measure again">
          {group.map((one) => (
            <li key={one.readingId + one.place}>
              <TakeAgain at={one} /> <span className="figure">{sayRow(one)}</span>
            </li>
          ))}
        </ul>
      )}
    </Item>
  );
}

/** Everything that is out of limits, in doubt or missing, each with what was or is to be done; then the signature. */
export function Review() {
  const { sheet } = useDesk();
  const role = useSession((state) => state.person!.role);
  const lead = role === 'lead' || role === 'owner';
  const actions = role === 'apprentice' ? [] : DISPOSITION_ACTIONS.filter((action) => action !== 'accepted' || lead);
  const { flags, missing, rows } = sheet!;
  const open = flags.filter((flag) => flag.open);
  const settled = flags.filter((flag) => !flag.open);
  const unanswered = missing.filter((gap) => !gap.disposition);
  const inQuestion = rows.filter(
    (row) =>
      row.verdict === 'doubt' || (row.hints.length > 0 && !flags.some((flag) => flag.readingId === row.readingId)),
  );
  // A depth in doubt and the turns that make it are one question.
  const asked = inQuestion.filter(
    (row) => !row.derivedFrom || !inQuestion.some((other) => other !== row && other.readingId === row.readingId),
  );

  // Whoever reads until it fits leaves a trace: the lead sees how often. Where each pass counts, several are as they should be.
  const retaken = rows.filter(
    (row) => !row.derivedFrom && row.count >= RETAKEN && measureOf(row.measure).counts !== 'each',
  );

  const block = (title: string, items: ReactNode[], none?: string, count = items.length) =>
    (items.length > 0 || none) && (
      <section aria-label={title}>
        <h2>
          {title} {count > 0 && <span className="figure">{count}</span>}
        </h2>
        {items.length > 0 ? <ul className="plain-list">{items}</ul> : <p className="review-none">{none}</p>}
      </section>
    );
  return (
    <div className="review">
      <div>
        <ClayInside />
        <JudgedBefore />
        {block(
          'Out of limits',
          open.map((flag) => <FlagItem key={flag.readingId + flag.measure} flag={flag} actions={actions} />),
          'No value waits to be dealt with.',
        )}
        {block(
          'Missing',
          missing.map((gap) => <MissingItem key={gap.measure + gap.place} missing={gap} lead={lead} />),
        )}
        {block(
          'In doubt, or unlike their siblings',
          alike(asked).map((group) => <InQuestion key={group[0].readingId + group[0].measure} group={group} />),
          undefined,
          asked.length,
        )}
        {block(
          'Measured three times or more',
          retaken.map((row) => (
            <Item
              key={row.readingId}
              mark={<VerdictMark mark={row.verdict} />}
              title={
                <>
                  <Where at={row} /> <span className="figure">{sayRow(row)}</span>
                </>
              }
            >
              {row.count} readings{row.meanOf ? `, the mean of ${row.meanOf} counts` : ''}.
            </Item>
          )),
        )}
        <GatesReview />
        {block(
          'Dealt with',
          settled.map((flag) => <FlagItem key={flag.readingId + flag.measure} flag={flag} actions={actions} />),
        )}
      </div>
      <Sign open={open.length} unanswered={unanswered.length} />
    </div>
  );
}
