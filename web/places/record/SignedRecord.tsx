import { format } from 'date-fns/format';
import { base64url } from 'jose';
import { useMemo } from 'react';
import { DRIFT_CAUSE, wordOccasion } from '../../../contracts/wording/occasion.js';
import { wordMap } from '../../../contracts/wording/record.js';
import { METHOD_TITLE } from '../../../contracts/wording/setting.js';
import { placesOf, spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { BuildRecord } from '../../../core/record/build-record.js';
import { flagUnit } from '../../../core/sheet/flag-unit.js';
import { recordedMark } from '../../../core/record/recorded-mark.js';
import { dialUnit, settingValue } from '../../../core/sheet/setting-value.js';
import { isBuild } from '../../../core/sheet/slot.js';
import { formatFigure, formatValue } from '../../../core/units/format.js';
import { Where } from '../../measuring/Where.js';
import type { DialFace } from '../../drawings/ValveDial.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import '../mock-up/clay-inside.css';

/** What somebody answered for. */
const SIGNED_OFF: Record<string, string> = {
  'clay-out': 'All clay and dye out, the tools counted',
  'turned-twice': 'Turned twice by hand, nothing bound',
};

/** As much of a record as is shown, the same in every format that was ever issued. */
type Shown = Pick<
  BuildRecord,
  | 'engine'
  | 'values'
  | 'dealtWith'
  | 'notMeasured'
  | 'readings'
  | 'signOffs'
  | 'clayInside'
  | 'way'
  | 'answers'
  | 'drift'
>;

/** What was signed: the payload of the JWS. */
const payloadOf = ({ payload }: { payload: string }): Shown =>
  JSON.parse(new TextDecoder().decode(base64url.decode(payload)));

function faceOf(record: Shown, place: string): DialFace {
  const row = settingValue(record.values.filter(isBuild), place);
  return row
    ? {
        mark: recordedMark(record, row.readingId, row.verdict),
        value: row.value,
        limit: row.limit,
        figure: formatFigure(row.value, dialUnit(row)),
        unit: dialUnit(row),
      }
    : { mark: 'missing', value: null, limit: null, figure: '' };
}

/** The newest record as it was signed, as its paper shows it: what is read later changes the sheet, not this. */
export function SignedRecord({ signed }: { signed: { payload: string } }) {
  const record = useMemo(() => payloadOf(signed), [signed]);
  const { engine, values, dealtWith, notMeasured, signOffs = [], clayInside, way, answers = [], drift = [] } = record;
  const unitOf = (measure: string, place: string) =>
    record.readings.find((reading) => reading.measure === measure && reading.place === place)?.unit ?? measureOf(measure).units[0]; // prettier-ignore
  return (
    <section aria-label="As it was signed" className="signed">
      <figure>
        <ValveMap
          banks={engine.banks}
          faces={Object.fromEntries(placesOf(engine, 'valve').map((place) => [place, faceOf(record, place)]))}
        />
        <figcaption>{wordMap(values)}</figcaption>
      </figure>
      {clayInside && (
        <p className="clay-inside">
          <strong>Clay or dye may be inside:</strong> it was signed before anybody answered for it.
        </p>
      )}
      {signOffs.map(({ id, what, by, at }) => (
        <p key={id}>
          {SIGNED_OFF[what]}: {by}, {format(new Date(at), 'd MMM yyyy, HH:mm')}.
        </p>
      ))}
      {way && (
        <p>
          Set by this way: {METHOD_TITLE[way.method].toLowerCase()}, chosen by {way.by}
          {way.quarters && `; ${way.quarters.looked} quarters were looked at`}.
        </p>
      )}
      {answers.map(({ readingId, hint, place, says, reason, by }) => (
        <p key={readingId + hint}>
          {spokenPlace(place)}: {says} “{reason}”, {by}.
        </p>
      ))}
      {drift.map(({ occasion, measure, place, cause, change }) => (
        <p key={occasion + measure + place}>
          {wordOccasion(occasion)}: {spokenPlace(place)}, {measureOf(measure).title.toLowerCase()}, changed by{' '}
          <span className="figure">{formatValue(change, unitOf(measure, place))}</span>
          {cause && `: ${DRIFT_CAUSE[cause]}`}.
        </p>
      ))}
      {dealtWith.length > 0 && <h3>Was out of limits or suspect, and dealt with</h3>}
      <ul className="plain-list">
        {dealtWith.map((flag) => (
          <li key={flag.readingId + flag.measure}>
            <VerdictMark mark={recordedMark(record, flag.readingId, flag.verdict)} /> <Where at={flag} />{' '}
            <span className="figure">{formatValue(flag.value, flagUnit(record, flag))}</span>
            {flag.disposition
              ? `, ${flag.disposition.action} by ${flag.disposition.by}: ${flag.disposition.reason}`
              : ', read again within the limits'}
          </li>
        ))}
      </ul>
      {notMeasured.length > 0 && <h3>Not measured</h3>}
      <ul className="plain-list">
        {notMeasured.map((gap) => (
          <li key={gap.measure + gap.place}>
            <VerdictMark mark="missing" word={false} /> <Where at={gap} />, left out by {gap.by}: {gap.reason}
          </li>
        ))}
      </ul>
    </section>
  );
}
