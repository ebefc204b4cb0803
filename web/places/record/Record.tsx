import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useMemo } from 'react';
import { Link, useLoaderData } from 'react-router';
import type { signedLoader } from '../../app/loaders.js';
import { wordCounts } from '../../../contracts/wording/record.js';
import { wordWhere } from '../../../contracts/wording/where.js';
import { pathOf } from '../../../core/sheet/path.js';
import { useDesk } from '../../state/use-desk.js';
import { Life } from '../intake/Life.js';
import { ImportReadings } from './ImportReadings.js';
import { placeNext } from '../way-next.js';
import './record.css';
import { ClayInside } from '../mock-up/ClayInside.js';
import { SignedRecord } from './SignedRecord.js';

const when = (iso: string) => format(new Date(iso), 'd MMMM yyyy, HH:mm');

/**
 * What was signed, to hand over: every revision as PDF and as JSON, the newest as it was signed, and everything of the
 * engine as files.
 */
export function Record() {
  const { records, file } = useDesk();
  const engine = useDesk((state) => state.engine)!;
  const signed = useLoaderData<typeof signedLoader>();
  const sheet = useDesk((desk) => desk.sheet!);
  const stand = useDesk((desk) => desk.stand!);
  const { where } = useMemo(() => pathOf({ file: file!, sheet, stand, partsOpen: null }), [file, sheet, stand]);
  const flags = sheet.flags.filter(({ open }) => open).length;
  const told = wordWhere(where, flags, file!.signed && format(new Date(file!.signed.signedAt), 'd MMM'));
  const since = file!.signed?.since ?? 0;
  return (
    <div>
      <p>
        {records.length === 0 && 'Nothing is signed yet. '}
        <strong>{told.says}</strong>
        {told.next === '' ? (
          '.'
        ) : (
          <>
            . Next: <Link to={`/engines/${engine.id}/${placeNext(where)}`}>{told.next}</Link>
          </>
        )}
      </p>
      <ClayInside />
      {since > 0 && (
        <p style={{ borderLeft: '4px solid var(--ochre)', paddingLeft: 10 }}>
          {since === 1 ? '1 thing was' : `${since} things were`} read, filed or decided after the last signature and{' '}
          {since === 1 ? 'stands' : 'stand'} on no record.{' '}
          <Link to={`/engines/${engine.id}/review`}>Go to the review</Link>
        </p>
      )}
      {records.map((record, index) => (
        <section key={record.id} aria-label={`Revision ${record.revision}`} className="record-revision">
          <h2>
            Revision {record.revision}
            {index > 0 && <span style={{ color: 'var(--steel)', fontWeight: 500 }}>, replaced</span>}
          </h2>
          <p style={{ margin: '0 0 10px' }}>
            Signed by {record.signedBy}, {when(record.signedAt)}
            <br />
            {wordCounts(record.counts)}
          </p>
          <div style={{ display: 'flex', flexWrap: 'wrap', gap: 12 }}>
            <Button
              variant={index === 0 ? 'contained' : 'outlined'}
              href={`/api/records/${record.id}/record.pdf`}
              download
            >
              PDF for the customer
            </Button>
            <Button variant="outlined" href={`/api/records/${record.id}/record.json`} download>
              Signed JSON
            </Button>
            <Button component={Link} to={`/verify?fingerprint=${record.fingerprint}`}>
              Verify
            </Button>
          </div>
          <p style={{ color: 'var(--steel)', margin: '10px 0 0' }}>
            Fingerprint{' '}
            <span className="figure" style={{ wordBreak: 'break-all' }}>
              {record.fingerprint}
            </span>
          </p>
          {signed?.id === record.id && <SignedRecord signed={signed} />}
        </section>
      ))}
      <Life />
      <h2 style={{ font: '600 19px var(--head)', marginTop: 22 }}>Everything of this engine</h2>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 12 }}>
        <Button variant="outlined" href={`/api/engines/${engine.id}/readings.csv`} download>
          Readings as CSV
        </Button>
        <Button variant="outlined" href={`/api/engines/${engine.id}/export.json`} download>
          Engine as JSON
        </Button>
      </div>
      <ImportReadings />
    </div>
  );
}
