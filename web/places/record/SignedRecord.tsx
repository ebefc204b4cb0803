import { base64url } from 'jose';
import { useEffect, useState } from 'react';
import { wordMap } from '../../../contracts/wording.js';
import { placesOf } from '../../../core/engine/places.js';
import type { BuildRecord } from '../../../core/record/build-record.js';
import { flagUnit } from '../../../core/record/flag-unit.js';
import { recordedMark } from '../../../core/record/recorded-mark.js';
import { dialUnit, settingValue } from '../../../core/record/setting-value.js';
import { formatFigure, formatValue } from '../../../core/units/format.js';
import { call, sayError } from '../../app/api.js';
import { Where } from '../../bench/Where.js';
import { ValveMap, type DialFace } from '../../drawings/ValveMap.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';

/** What was signed: the payload of the JWS. */
const payloadOf = ({ payload }: { payload: string }): BuildRecord =>
  JSON.parse(new TextDecoder().decode(base64url.decode(payload)));

function faceOf(record: BuildRecord, place: string): DialFace {
  const row = settingValue(record.values, place);
  return row
    ? {
        mark: recordedMark(record, row.readingId, row.verdict),
        value: row.value,
        limit: row.limit,
        figure: formatFigure(row.value, dialUnit(row)),
      }
    : { mark: 'missing', value: null, limit: null, figure: '' };
}

/** The newest record as it was signed, as its paper shows it: what is read later changes the sheet, not this. */
export function SignedRecord({ id }: { id: string }) {
  const [record, setRecord] = useState<BuildRecord | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let left = false;
    call<{ payload: string }>('GET', `/api/records/${id}/record.json`).then(
      (signed) => !left && setRecord(payloadOf(signed)),
      (error) => !left && setProblem(sayError(error)),
    );
    return () => {
      left = true;
    };
  }, [id]);
  if (problem) return <p role="alert">{problem}</p>;
  if (!record) return null;
  const { engine, values, dealtWith, notMeasured } = record;
  return (
    <section aria-label="As it was signed" className="signed">
      <figure>
        <ValveMap
          banks={engine.banks}
          faces={Object.fromEntries(placesOf(engine, 'valve').map((place) => [place, faceOf(record, place)]))}
        />
        <figcaption>{wordMap(values)}</figcaption>
      </figure>
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
