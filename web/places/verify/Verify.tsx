import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useRef, useState, type ChangeEvent } from 'react';
import { useLoaderData } from 'react-router';
import type { VerifyAnswer } from '../../../contracts/record.js';
import { wordCounts } from '../../../contracts/wording/record.js';
import { sayError, verifyFile } from '../../app/api.js';
import type { fingerprintLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { MarkAt } from '../../drawings/VerdictMark.js';

type Outcome = { asked: string; answer: VerifyAnswer } | { asked: string; problem: string };

function Answer({ asked, answer }: { asked: string; answer: VerifyAnswer }) {
  const { valid, reason, record, newerRevision, kind } = answer;
  const byFingerprint = asked === 'fingerprint';
  return (
    <section aria-live="polite" style={{ borderTop: '1px solid var(--hairline)', marginTop: 22 }}>
      <h2
        style={{
          display: 'flex',
          gap: 14,
          alignItems: 'center',
          font: '600 30px var(--head)',
          color: valid ? 'var(--ink)' : 'var(--flag)',
        }}
      >
        <svg width="30" height="30" viewBox="-1.3 -1.3 2.6 2.6" aria-hidden="true">
          <MarkAt mark={valid ? 'in' : 'high'} x={0} y={0} radius={1} />
        </svg>
        {valid ? (byFingerprint ? 'This shop signed it' : 'Valid') : 'Not valid'}
      </h2>
      {!byFingerprint && <p style={{ color: 'var(--steel)' }}>{asked}</p>}
      {reason && <p>{reason}</p>}
      {record && (
        <dl style={{ display: 'grid', gridTemplateColumns: '130px 1fr', gap: '6px 12px', margin: 0 }}>
          <dt>Engine</dt>
          <dd style={{ margin: 0 }}>
            <strong>
              {record.tag}, {record.title}
            </strong>
          </dd>
          <dt>Customer</dt>
          <dd style={{ margin: 0 }}>{record.customer}</dd>
          <dt>Shop</dt>
          <dd style={{ margin: 0 }}>{record.shop}</dd>
          <dt>Signed</dt>
          <dd style={{ margin: 0 }}>
            {record.signedBy}, {format(new Date(record.signedAt), 'd MMMM yyyy')}, revision {record.revision}
          </dd>
          <dt>Values</dt>
          <dd style={{ margin: 0 }}>{wordCounts(record.counts)}</dd>
          <dt>Fingerprint</dt>
          <dd className="figure" style={{ margin: 0, wordBreak: 'break-all' }}>
            {record.fingerprint}
          </dd>
        </dl>
      )}
      {newerRevision && (
        <p style={{ color: 'var(--ochre)' }}>
          The shop has signed revision {newerRevision} of this engine since. Ask for it.
        </p>
      )}
      {valid && byFingerprint && (
        <p>
          This says that the shop signed a record with this fingerprint. To know that the paper or file in your hand is
          that record, choose the file below and compare the fingerprint.
        </p>
      )}
      {valid && !byFingerprint && (
        <p>
          The {kind === 'pdf' ? 'PDF' : 'record'} is byte for byte as the shop signed it. It tells what was measured; it
          does not promise that an engine is safe.
        </p>
      )}
    </section>
  );
}

/** For anybody with a record in hand: is it as the shop signed it? Needs no sign-in. */
export function Verify() {
  const known = useLoaderData<typeof fingerprintLoader>();
  const [chosen, setChosen] = useState<Outcome | null>(null);
  const outcome: Outcome | null = chosen ?? (known && { asked: 'fingerprint', answer: known });
  const input = useRef<HTMLInputElement>(null);

  const check = async (file: File) => {
    try {
      setChosen({ asked: file.name, answer: await verifyFile(file) });
    } catch (error) {
      setChosen({ asked: file.name, problem: sayError(error) });
    }
  };
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    // The same file chosen again must count as a new choice: it may have been replaced on the disk.
    event.target.value = '';
    if (file) void check(file);
  };
  return (
    <Page title="Verify a record">
      <div style={{ maxWidth: 720 }}>
        <p>Choose the PDF or the JSON file that the shop handed over. One changed byte is found.</p>
        <Button variant="contained" onClick={() => input.current!.click()}>
          Choose a file
        </Button>
        <input ref={input} type="file" hidden onChange={choose} aria-label="Record, PDF or JSON" />
        {outcome && ('answer' in outcome ? <Answer {...outcome} /> : <p role="alert">{outcome.problem}</p>)}
        <p style={{ color: 'var(--steel)', marginTop: 26 }}>
          The file is checked on the shop’s own server. To check without it: any PDF reader that shows signatures, or
          any JOSE library with the key at <span className="figure">/.well-known/jwks.json</span>.
        </p>
      </div>
    </Page>
  );
}
