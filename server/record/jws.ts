import { createHash } from 'node:crypto';
import { flattenedVerify, FlattenedSign, importJWK } from 'jose';
import { buildRecordSchema, jwsSchema } from '../../contracts/record.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { canonicalJson } from '../../core/record/canonical-json.js';
import type { ShopKeys } from './keys.js';

/** The record's fingerprint: SHA-256 over the signed payload's bytes, in hex. It stands on the PDF and in its QR code. */
export function fingerprintOf(payload: Uint8Array): string {
  return createHash('sha256').update(payload).digest('hex');
}

const fileOf = (jws: { payload: string; protected: string; signature: string }) =>
  JSON.stringify({ payload: jws.payload, protected: jws.protected, signature: jws.signature });

/** The record as a JWS file, and its fingerprint. Ed25519 is deterministic: the same record gives the same bytes. */
export async function signRecord(record: BuildRecord, keys: ShopKeys): Promise<{ jws: string; fingerprint: string }> {
  const payload = new TextEncoder().encode(canonicalJson(record));
  const signed = await new FlattenedSign(payload)
    .setProtectedHeader({ alg: 'EdDSA', kid: keys.record.publicJwk.kid, typ: 'utex-record+json' })
    .sign(keys.record.privateKey);
  return {
    jws: fileOf(signed as { payload: string; protected: string; signature: string }),
    fingerprint: fingerprintOf(payload),
  };
}

export type CheckedJws = { valid: true; record: BuildRecord; fingerprint: string } | { valid: false; reason: string };

/**
 * Checks a record file byte for byte. A JWS leaves room for changes that its signature does not cover (white space,
 * spare bits of the last base64 letter); a file that uses it is refused too, so that one changed byte never passes.
 */
export async function checkJws(file: Uint8Array, keys: ShopKeys): Promise<CheckedJws> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(file));
  } catch {
    return { valid: false, reason: 'The file is not readable as JSON.' };
  }
  const jws = jwsSchema.strict().safeParse(parsed);
  if (!jws.success) return { valid: false, reason: 'The file is not a signed record (flattened JWS).' };

  let payload: Uint8Array;
  try {
    const key = await importJWK(keys.record.publicJwk, 'EdDSA');
    const verified = await flattenedVerify(jws.data, key, { algorithms: ['EdDSA'] });
    if (verified.protectedHeader?.kid !== keys.record.publicJwk.kid)
      return { valid: false, reason: 'It names a key that is not this shop’s.' };
    payload = verified.payload;
  } catch {
    return { valid: false, reason: 'The signature does not fit: the record was changed, or another shop signed it.' };
  }
  const spelledAsIssued =
    Buffer.from(fileOf(jws.data)).equals(file) &&
    [jws.data.payload, jws.data.signature].every(
      (text) => Buffer.from(text, 'base64url').toString('base64url') === text,
    );
  if (!spelledAsIssued)
    return { valid: false, reason: 'The signature inside fits, but the file’s bytes are not as they were issued.' };
  const record = buildRecordSchema.safeParse(JSON.parse(new TextDecoder().decode(payload)));
  if (!record.success) return { valid: false, reason: 'The shop signed it, but it is not a build record.' };
  return { valid: true, record: record.data, fingerprint: fingerprintOf(payload) };
}
