import { cpSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import forge from 'node-forge';
import type { Keys } from '../../contracts/keys.js';
import type { Person } from '../../contracts/shop.js';
import { Failure } from '../failure.js';
import { keyIdsOf, listPublished, makeP12, makeRecordKey, openP12, openRecordKey, publishedRows, type SigningKeys } from '../record/keys.js'; // prettier-ignore
import { nameOf, readOwnP12, type P12Problem } from '../record/own-p12.js';
import { changeManifest, KEY_FILES, keysBefore, writeWhole } from '../store/folder.js';
import { listPublishedKeys } from '../store/key-store.js';
import type { Context } from './context.js';

const SAID: Record<P12Problem, [field: 'p12' | 'password', message: string]> = {
  unreadable: ['p12', 'this is no PKCS#12 file that can be read'],
  password: ['password', 'the file does not open with this password'],
  'no-key': ['p12', 'it holds no RSA key to sign with'],
  'no-certificate': ['p12', 'it holds no certificate that belongs to its key'],
  weak: ['p12', 'its key has fewer than 2048 bits; nobody trusts that any more'],
  'not-yet': ['p12', 'its certificate is not valid yet'],
  expired: ['p12', 'its certificate has expired'],
  usage: ['p12', 'its certificate is not made for signing documents'],
};

/**
 * The keys that the shop signs with: what they are, and others in their place at the owner's word. Those of before stay
 * published for ever, and their files are laid aside, never overwritten.
 */
export class KeyKeeper {
  constructor(
    private readonly context: Context,
    private readonly dataFolder: string,
  ) {}

  describe(): Keys {
    const { keys } = this.context;
    const { record, pdf } = keyIdsOf(keys);
    const certificate = forge.pki.certificateFromAsn1(
      forge.asn1.fromDer(Buffer.from(keys.pdf.certificateDer).toString('binary')),
    );
    return {
      record: { kid: record },
      certificate: {
        sha256: pdf,
        subject: nameOf(certificate.subject),
        issuer: nameOf(certificate.issuer),
        from: certificate.validity.notBefore.toISOString(),
        until: certificate.validity.notAfter.toISOString(),
      },
      earlier: { records: keys.published.records.length - 1, certificates: keys.published.certificates.length - 1 },
    };
  }

  /** A new record key, or a new certificate of the shop's own making. */
  async renew(by: Person, what: 'record' | 'certificate'): Promise<Keys> {
    if (what === 'record') {
      const pem = makeRecordKey();
      return this.swap(by, 'a new record key', KEY_FILES.record, pem, { record: await openRecordKey(pem) });
    }
    const p12 = makeP12(this.context.clock.now());
    return this.swap(by, 'a new certificate', KEY_FILES.pdf, p12, { pdf: openP12(p12) });
  }

  /** The shop's own certificate in place of the self-made one. @throws Failure keys.certificate */
  async takeCertificate(by: Person, p12: Uint8Array, password: string): Promise<Keys> {
    const read = readOwnP12(p12, password, this.context.clock.now());
    if (!read.ok) {
      const [path, message] = SAID[read.problem];
      throw new Failure('keys.certificate', [{ path, message }]);
    }
    return this.swap(by, 'a certificate of its own', KEY_FILES.pdf, read.p12, { pdf: read.keys });
  }

  /**
   * Publishes a key, puts its file in place of the one before, and signs with it from then on. Wherever it is cut short,
   * the folder opens: with the keys of before, or with the new one, which is published by then.
   */
  private async swap(
    by: Person,
    what: string,
    file: string,
    contents: string | Buffer,
    part: Partial<SigningKeys>,
  ): Promise<Keys> {
    const { audit, clock, database, keys } = this.context;
    await audit.exclusively(async () => {
      const at = clock.now();
      // Beside the keys of this turn: another may just have been exchanged.
      const next = { ...keys, ...part };
      const [own, ids] = [keyIdsOf(keys), keyIdsOf(next)];
      const published = (await listPublishedKeys(database)).map(({ id }) => id);
      const rows = publishedRows(next, at).filter(({ columns }) => !published.includes(String(columns.id)));
      if (own.record === ids.record && own.pdf === ids.pdf) return;
      const act = { at, by: by.handle, act: 'keys.changed', engineId: null, body: { what, keys: ids }, rows };
      await audit.put(() => act);
      const aside = keysBefore(this.dataFolder, at);
      mkdirSync(aside, { recursive: true, mode: 0o700 });
      cpSync(join(this.dataFolder, 'keys'), aside, { recursive: true });
      changeManifest(this.dataFolder, { keys: own, keysNext: ids });
      writeWhole(join(this.dataFolder, file), contents);
      changeManifest(this.dataFolder, { keys: ids });
      // The very object that everybody signs and verifies with.
      Object.assign(keys, { record: next.record, pdf: next.pdf, published: await listPublished(database) });
    });
    return this.describe();
  }
}
