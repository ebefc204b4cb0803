import { base64url } from 'jose';
import { useEffect, useState } from 'react';
import { wordMap } from '../../../contracts/wording.js';
import { placesOf } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { BuildRecord } from '../../../core/record/build-record.js';
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
      <ul>
        {dealtWith.map(({ measure, place, value, verdict, readingId, disposition }) => (
          <li key={readingId + measure}>
            <VerdictMark mark={recordedMark(record, readingId, verdict)} /> <Where at={{ measure, place }} />{' '}
            <span className="figure">{formatValue(value, measureOf(measure).units[0])}</span>
            {disposition
              ? `, ${disposition.action} by ${disposition.by}: ${disposition.reason}`
              : ', read again within the limits'}
          </li>
        ))}
      </ul>
      {notMeasured.length > 0 && <h3>Not measured</h3>}
      <ul>
        {notMeasured.map(({ measure, place, by, reason }) => (
          <li key={measure + place}>
            <VerdictMark mark="missing" word={false} /> <Where at={{ measure, place }} />, left out by {by}: {reason}
          </li>
        ))}
      </ul>
    </section>
  );
}
