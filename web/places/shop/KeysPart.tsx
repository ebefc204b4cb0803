import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { format } from 'date-fns/format';
import { useState } from 'react';
import type { Keys } from '../../../contracts/keys.js';
import { ask } from '../../app/api.js';
import { FileButton } from '../../app/FileButton.js';
import { useAsking } from '../../app/use-asking.js';

/** A file's bytes in base64, as they go into a request. */
async function base64Of(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''));
}

const WHAT = { record: 'record key', certificate: 'certificate' } as const;

/** A key made anew at the owner's word: asked twice, since everything is signed with it from then on. */
function Renew({ what, onDone }: { what: keyof typeof WHAT; onDone: (keys: Keys) => void }) {
  const [sure, setSure] = useState(false);
  const { problem, asking } = useAsking();
  const submit = asking(async () => {
    onDone(await ask('POST /api/keys', { body: { what } }));
    setSure(false);
  });
  return (
    <form className="shop-act" onSubmit={submit} aria-label={`A new ${WHAT[what]}`}>
      {sure ? (
        <>
          <Button type="submit" variant="contained">
            Sign with a new {WHAT[what]} from now on
          </Button>
          <Button onClick={() => setSure(false)}>Leave it</Button>
        </>
      ) : (
        <Button variant="outlined" onClick={() => setSure(true)}>
          A new {WHAT[what]}
        </Button>
      )}
      {problem && (
        <span role="alert" className="shop-warning">
          {problem}
        </span>
      )}
    </form>
  );
}

/** The shop's own certificate in place of the self-made one. */
function OwnCertificate({ onDone }: { onDone: (keys: Keys) => void }) {
  const [file, setFile] = useState<File | null>(null);
  const [password, setPassword] = useState('');
  const { wrong, problem, asking, mended, told } = useAsking();
  const ofFile = wrong.find(({ field }) => field === 'p12')?.message;
  const submit = asking(async () => {
    onDone(await ask('POST /api/keys/certificate', { body: { p12: await base64Of(file!), password } }));
    setFile(null);
    setPassword('');
  });
  return (
    <form className="shop-act" noValidate onSubmit={submit} aria-label="The shop’s own certificate">
      <FileButton
        label="Choose a P12 with the shop’s own certificate"
        accept=".p12,.pfx,application/x-pkcs12"
        onFile={setFile}
        variant="outlined"
      >
        Choose a P12
      </FileButton>
      {file && (
        <>
          <span className="figure">{file.name}</span>
          <span className="shop-password">
            <TextField
              label="Its password"
              type="password"
              value={password}
              autoFocus
              autoComplete="off"
              onChange={({ target }) => {
                mended('password');
                setPassword(target.value);
              }}
              {...told('password')}
            />
          </span>
          <Button type="submit" variant="contained">
            Sign with it
          </Button>
        </>
      )}
      {(problem ?? ofFile) && (
        <span role="alert" className="shop-warning">
          {problem ?? `${file?.name ?? 'The file'}: ${ofFile}`}
        </span>
      )}
    </form>
  );
}

/** What the shop signs with; others in their place, with those of before valid for ever. */
export function KeysPart({ loaded }: { loaded: Keys }) {
  const [keys, setKeys] = useState(loaded);
  const { record, certificate, earlier } = keys;
  const before = earlier.records + earlier.certificates;
  return (
    <section aria-label="Keys" className="shop-part">
      <h2>Keys</h2>
      <p>
        Records are signed with the key <span className="figure shop-key">{record.kid}</span>; their PDF by{' '}
        <strong>{certificate.subject}</strong>, as {certificate.issuer} says, until{' '}
        {format(new Date(certificate.until), 'd MMM yyyy')}.
      </p>
      <p className="shop-quiet">
        {before === 0
          ? 'There were none before.'
          : `${before === 1 ? 'One of before stays' : `${before} of before stay`} published: what was signed with ${before === 1 ? 'it' : 'them'} stays valid.`}{' '}
        Copy the folder keys/ anew after a change; a backup made before holds the old ones.
      </p>
      <Renew what="record" onDone={setKeys} />
      <Renew what="certificate" onDone={setKeys} />
      <OwnCertificate onDone={setKeys} />
    </section>
  );
}
