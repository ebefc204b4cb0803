import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { wordLimit } from '../../../contracts/wording/limit.js';
import { flagUnit } from '../../../core/sheet/flag-unit.js';
import type { DispositionAction } from '../../../core/sheet/acts.js';
import { settingValue } from '../../../core/sheet/setting-value.js';
import type { Flag } from '../../../core/sheet/flags.js';
import type { Missing } from '../../../core/sheet/sheet.js';
import { formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import { measureOf } from '../../../core/plan/measures.js';
import { WantPart, wantedAt } from '../../measuring/WantPart.js';
import { useLooksOn } from '../../state/session.js';
import { Hints } from '../../measuring/panel-parts.js';
import { Where, whereOf } from '../../measuring/Where.js';
import { wayBack } from '../way-back.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useDesk } from '../../state/use-desk.js';
import { usePreferences } from '../../state/preferences.js';
import { Decide } from './Decide.js';

/** One value of the review: its mark, what it is, and what is or was done about it. */
export function Item({ mark, title, children }: { mark: ReactNode; title: ReactNode; children: ReactNode }) {
  return (
    <li className="review-item">
      <span className="review-mark">{mark}</span>
      <div>
        <p className="review-title">{title}</p>
        {children}
      </div>
    </li>
  );
}

/** The way back to the valve, so that it can be taken again. */
export function TakeAgain({ at, word = '' }: { at: { measure: string; place: string }; word?: string }) {
  const { engine } = useDesk();
  const { move, positions } = usePreferences();
  const { path, position } = wayBack(engine!, at, positions[engine!.id]?.steps ?? {});
  return (
    <Link to={`/engines/${engine!.id}/${path}`} onClick={() => move(engine!.id, position)} className="review-again">
      {word} {whereOf(at)}
    </Link>
  );
}

/** What is out may need a part: onto the list, with where it belongs. */
function WantOne({ at }: { at: { measure: string; place: string } }) {
  const id = useDesk((desk) => desk.engine!.id);
  const looksOn = useLooksOn();
  const [wants, setWants] = useState(false);
  if (looksOn) return null;
  return (
    <>
      <Button size="small" onClick={() => setWants(true)} aria-label={`Want a part for ${whereOf(at)}`}>
        Want a part
      </Button>
      {wants && <WantPart begun={wantedAt(id, measureOf(at.measure), at.place)} onClose={() => setWants(false)} />}
    </>
  );
}

/** A value out of its limits or suspect, with how it was or is to be settled. */
export function FlagItem({ flag, actions }: { flag: Flag; actions: readonly DispositionAction[] }) {
  const { sheet, readings } = useDesk();
  const row = sheet!.rows.find(
    (candidate) => candidate.readingId === flag.readingId && candidate.measure === flag.measure,
  );
  // Turns are judged by the depth that they make; every other value by itself.
  const shown =
    settingValue(
      sheet!.rows.filter((candidate) => candidate.readingId === flag.readingId),
      flag.place,
    ) ?? row;
  const unit = shown?.limit?.stated.unit ?? row?.enteredUnit;
  const settled = flag.disposition;
  return (
    <Item
      mark={<VerdictMark mark={settled?.action === 'accepted' && !flag.open ? 'accepted' : flag.verdict} />}
      title={
        <>
          <Where at={flag} />{' '}
          <span className="figure">
            {row
              ? `${row.entered} ${UNIT_LABEL[row.enteredUnit]}`
              : formatValue(flag.value, flagUnit({ readings }, flag))}
          </span>
          {shown?.derivedFrom && unit && <span className="figure"> → {formatValue(shown.value, unit)}</span>}
          {shown?.limit && <span className="review-limit">, limit {wordLimit(shown.limit.stated)}</span>}
        </>
      }
    >
      {settled && (
        <p>
          {settled.action} by {settled.by}: {settled.reason}
          {flag.lapsed
            ? ' That was about another value, limit or verdict, and holds no longer.'
            : flag.open && ' Waits for a reading within the limits.'}
        </p>
      )}
      {row?.note && <p>Noted: “{row.note}”</p>}
      {!flag.open && !settled && <p>A later reading lies within the limits.</p>}
      {flag.open && (
        <>
          {row && <Hints hints={row.hints} unit={row.enteredUnit} at={row} readingIds={[row.readingId]} />}
          <TakeAgain at={flag} word="Measure again:" />
          <WantOne at={flag} />
          {actions.length > 0 && <Decide at={flag} actions={actions} />}
        </>
      )}
    </Item>
  );
}

/** A required value that nobody took. */
export function MissingItem({ missing, lead }: { missing: Missing; lead: boolean }) {
  const { disposition } = missing;
  return (
    <Item
      mark={<VerdictMark mark={disposition ? 'accepted' : 'missing'} />}
      title={
        <>
          <Where at={missing} />
        </>
      }
    >
      {disposition ? (
        <p>
          accepted as missing by {disposition.by}: {disposition.reason}
        </p>
      ) : (
        <>
          <TakeAgain at={missing} word="Measure" />
          {lead && <Decide at={missing} actions={['accepted']} />}
        </>
      )}
    </Item>
  );
}
