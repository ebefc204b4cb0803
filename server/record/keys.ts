import { createHash, createPrivateKey, generateKeyPairSync, randomBytes, type KeyObject } from 'node:crypto';
import { closeSync, existsSync, fsyncSync, mkdirSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { calculateJwkThumbprint, exportJWK } from 'jose';
import forge from 'node-forge';
import type { Database } from '../store/database.js';
import { listPublishedKeys, publishKey } from '../store/key-store.js';

/** What the shop signs with. Made at the first start; the private parts never leave the data folder. */
export interface SigningKeys {
  record: { privateKey: KeyObject; publicJwk: PublicJwk };
  /** Certificate and key of the PDF's signature, PKCS#12 without a passphrase, and the certificate alone (DER). */
  pdf: { p12: Buffer; certificateDer: Buffer };
}

/** What a record is verified with: every public key that the shop ever signed with. */
export interface PublishedKeys {
  records: PublicJwk[];
  /** Certificates, DER. */
  certificates: Buffer[];
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

/** Written whole and synced before it has its name, readable by the server's user alone. */
function writeSecret(file: string, contents: string | Buffer): void {
  const handle = openSync(`${file}.new`, 'w', 0o600);
  writeSync(handle, contents as Buffer);
  fsyncSync(handle);
  closeSync(handle);
  renameSync(`${file}.new`, file);
}

function makeP12(now: Date): Buffer {
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
  const p12 = forge.pkcs12.toPkcs12Asn1(key, certificate, '', { algorithm: '3des' });
  return Buffer.from(forge.asn1.toDer(p12).getBytes(), 'binary');
}

function certificateOf(p12: Buffer): Buffer {
  const store = forge.pkcs12.pkcs12FromAsn1(forge.asn1.fromDer(p12.toString('binary')), '');
  const { certBag } = forge.pki.oids;
  const certificate = store.getBags({ bagType: certBag })[certBag]![0].cert!;
  return Buffer.from(forge.asn1.toDer(forge.pki.certificateToAsn1(certificate)).getBytes(), 'binary');
}

/** Reads the shop's keys from the data folder, making them on the first start. */
async function openSigningKeys(dataFolder: string, now: Date): Promise<SigningKeys> {
  const folder = join(dataFolder, 'keys');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const recordFile = join(folder, 'record-ed25519.pem');
  const pdfFile = join(folder, 'pdf-signature.p12');
  if (!existsSync(recordFile)) {
    const { privateKey } = generateKeyPairSync('ed25519');
    writeSecret(recordFile, privateKey.export({ type: 'pkcs8', format: 'pem' }));
  }
  if (!existsSync(pdfFile)) writeSecret(pdfFile, makeP12(now));

  const privateKey = createPrivateKey(readFileSync(recordFile));
  const { kty, crv, x } = await exportJWK(privateKey);
  const kid = await calculateJwkThumbprint({ kty, crv, x });
  const p12 = readFileSync(pdfFile);
  return {
    record: { privateKey, publicJwk: { kty: kty!, crv: crv!, x: x!, kid, alg: 'EdDSA', use: 'sig' } },
    pdf: { p12, certificateDer: certificateOf(p12) },
  };
}

/**
 * The shop's keys: those of the data folder to sign with, and all that were ever published to verify with. A folder
 * whose keys were lost gets new ones, and what the old ones signed stays valid.
 */
export async function openKeys(dataFolder: string, database: Database, now: Date): Promise<ShopKeys> {
  const keys = await openSigningKeys(dataFolder, now);
  const { publicJwk } = keys.record;
  const { certificateDer } = keys.pdf;
  await publishKey(database, { id: publicJwk.kid, kind: 'record', body: JSON.stringify(publicJwk) }, now);
  const certificateId = createHash('sha256').update(certificateDer).digest('hex');
  await publishKey(database, { id: certificateId, kind: 'pdf', body: certificateDer.toString('base64') }, now);
  const published = await listPublishedKeys(database);
  return {
    ...keys,
    published: {
      records: published.filter(({ kind }) => kind === 'record').map(({ body }) => JSON.parse(body) as PublicJwk),
      certificates: published.filter(({ kind }) => kind === 'pdf').map(({ body }) => Buffer.from(body, 'base64')),
    },
  };
}
