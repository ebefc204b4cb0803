import { createHash, createPrivateKey, generateKeyPairSync, randomBytes, type KeyObject } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { calculateJwkThumbprint, exportJWK } from 'jose';
import forge from 'node-forge';
import { CannotStart, opening } from '../cannot-start.js';
import type { Database } from '../store/database.js';
import { KEY_FILES, keysBefore, writeWhole } from '../store/folder.js';
import { keyRow, listPublishedKeys } from '../store/key-store.js';
import type { Row } from '../store/tables.js';

/** What the shop signs with. Made at the first start; the private parts never leave the data folder. */
export interface SigningKeys {
  record: { privateKey: KeyObject; publicJwk: PublicJwk };
  pdf: { privateKey: KeyObject; certificateDer: Uint8Array };
}

/** What a record is verified with: every public key that the shop ever signed with. */
export interface PublishedKeys {
  records: PublicJwk[];
  /** Certificates, DER. */
  certificates: Uint8Array[];
}

export interface ShopKeys extends SigningKeys {
  published: PublishedKeys;
}

/** The public half of the record key, as `/.well-known/jwks.json` shows it; `kid` is its RFC 7638 thumbprint. */
interface PublicJwk {
  kty: string;
  crv: string;
  x: string;
  kid: string;
  alg: string;
  use: string;
}

/** A certificate of the shop's own making with its key, as it is kept. */
export function makeP12(now: Date): Buffer {
  const { privateKey } = generateKeyPairSync('rsa', { modulusLength: 3072 });
  const key = forge.pki.privateKeyFromPem(privateKey.export({ type: 'pkcs1', format: 'pem' }) as string);
  const certificate = forge.pki.createCertificate();
  certificate.publicKey = forge.pki.setRsaPublicKey(key.n, key.e);
  // A positive serial number: the first bit of an ASN.1 integer is its sign.
  certificate.serialNumber = `01${randomBytes(15).toString('hex')}`;
  certificate.validity.notBefore = new Date(now.getTime() - 86_400_000);
  certificate.validity.notAfter = new Date(Date.UTC(now.getUTCFullYear() + 30, 0, 1));
  const name = [
    { name: 'commonName', value: 'Build records of this shop' },
    { name: 'organizationName', value: 'Signed with Utex' },
  ];
  certificate.setSubject(name);
  certificate.setIssuer(name);
  certificate.setExtensions([
    { name: 'basicConstraints', cA: false },
    { name: 'keyUsage', digitalSignature: true, nonRepudiation: true, critical: true },
  ]);
  certificate.sign(key, forge.md.sha256.create());
  return wrapP12(key, certificate);
}

/** A key and its certificate as PKCS#12 without a passphrase: who reads the data folder may sign. */
export function wrapP12(key: forge.pki.rsa.PrivateKey, certificate: forge.pki.Certificate): Buffer {
  // Rounds would slow a guesser down, and every start: without a passphrase there is nothing to guess.
  const p12 = forge.pkcs12.toPkcs12Asn1(key, certificate, '', { algorithm: '3des', count: 1 });
  return Buffer.from(forge.asn1.toDer(p12).getBytes(), 'binary');
}

/** Key and certificate of the PDF's signature, from PKCS#12 without a passphrase. */
export function openP12(p12: Buffer): SigningKeys['pdf'] {
  const store = forge.pkcs12.pkcs12FromAsn1(forge.asn1.fromDer(p12.toString('binary')), '');
  const { certBag, pkcs8ShroudedKeyBag } = forge.pki.oids;
  const certificate = store.getBags({ bagType: certBag })[certBag]![0].cert!;
  const key = store.getBags({ bagType: pkcs8ShroudedKeyBag })[pkcs8ShroudedKeyBag]![0].key!;
  return {
    privateKey: createPrivateKey(forge.pki.privateKeyToPem(key)),
    certificateDer: Buffer.from(forge.asn1.toDer(forge.pki.certificateToAsn1(certificate)).getBytes(), 'binary'),
  };
}

/** What tells keys apart: the thumbprint of the record key, the SHA-256 of the certificate. */
export type KeyIds = { record: string; pdf: string };

export const keyIdsOf = ({ record, pdf }: SigningKeys): KeyIds => ({
  record: record.publicJwk.kid,
  pdf: createHash('sha256').update(pdf.certificateDer).digest('hex'),
});

/** A key for records, as it is kept: PKCS#8 in PEM. */
export function makeRecordKey(): string {
  return generateKeyPairSync('ed25519').privateKey.export({ type: 'pkcs8', format: 'pem' }) as string;
}

/** Makes the keys of a shop in its folder. Any that are there are laid aside, never overwritten. */
export function makeKeys(dataFolder: string, now: Date): void {
  const folder = join(dataFolder, 'keys');
  if (existsSync(folder)) renameSync(folder, keysBefore(dataFolder, now));
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeWhole(join(dataFolder, KEY_FILES.record), makeRecordKey());
  writeWhole(join(dataFolder, KEY_FILES.pdf), makeP12(now));
}

/** Reads one key file; one that cannot be read, or is none, is named. @throws CannotStart */
function readKey<T>(dataFolder: string, name: string, read: (contents: Buffer) => T): T {
  const file = join(dataFolder, name);
  const contents = opening(`The key ${file}`, () => readFileSync(file));
  try {
    return read(contents);
  } catch {
    throw new CannotStart(`${file} is no key that can be read. Put the folder keys/ back from a backup.`);
  }
}

/** Reads the shop's keys from the data folder. @throws CannotStart */
export async function readKeys(dataFolder: string): Promise<SigningKeys> {
  const pem = readKey(dataFolder, KEY_FILES.record, (contents) => createPrivateKey(contents));
  return { record: await withPublicHalf(pem), pdf: readKey(dataFolder, KEY_FILES.pdf, openP12) };
}

async function withPublicHalf(privateKey: KeyObject): Promise<SigningKeys['record']> {
  const { kty, crv, x } = await exportJWK(privateKey);
  const kid = await calculateJwkThumbprint({ kty, crv, x });
  return { privateKey, publicJwk: { kty: kty!, crv: crv!, x: x!, kid, alg: 'EdDSA', use: 'sig' } };
}

/** A key for records from its PEM. */
export const openRecordKey = (pem: string): Promise<SigningKeys['record']> => withPublicHalf(createPrivateKey(pem));

/** The public halves, as rows that publish them. */
export function publishedRows(keys: SigningKeys, now: Date): Row[] {
  const { record, pdf } = keyIdsOf(keys);
  return [
    keyRow({ id: record, kind: 'record', body: JSON.stringify(keys.record.publicJwk) }, now),
    keyRow({ id: pdf, kind: 'pdf', body: Buffer.from(keys.pdf.certificateDer).toString('base64') }, now),
  ];
}

/** Every key that the shop ever published: what one of them signed stays valid when it is gone. */
export async function listPublished(database: Database): Promise<PublishedKeys> {
  const published = await listPublishedKeys(database);
  return {
    records: published.filter(({ kind }) => kind === 'record').map(({ body }) => JSON.parse(body) as PublicJwk),
    certificates: published.filter(({ kind }) => kind === 'pdf').map(({ body }) => Buffer.from(body, 'base64')),
  };
}
