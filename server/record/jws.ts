import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import { decodeProtectedHeader, flattenedVerify, FlattenedSign, importJWK } from 'jose';
import { jwsSchema } from '../../contracts/record.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import type { PublishedKeys, SigningKeys } from './keys.js';

/** The record's fingerprint: SHA-256 over the signed payload's bytes, in hex. It stands on the PDF and in its QR code. */
function fingerprintOf(payload: Uint8Array): string {
  return createHash('sha256').update(payload).digest('hex');
}

const fileOf = (jws: { payload: string; protected: string; signature: string }) =>
  JSON.stringify({ payload: jws.payload, protected: jws.protected, signature: jws.signature });

/** A record as a signed file of JSON, and its fingerprint. */
export interface SignedJson {
  jws: string;
  fingerprint: string;
}

/** The record as a JWS file, and its fingerprint. Ed25519 is deterministic: the same record gives the same bytes. */
export async function signRecord(record: BuildRecord, keys: SigningKeys): Promise<SignedJson> {
  const payload = new TextEncoder().encode(canonicalize(record));
  const signed = await new FlattenedSign(payload)
    .setProtectedHeader({ alg: 'EdDSA', kid: keys.record.publicJwk.kid, typ: 'utex-record+json' })
    .sign(keys.record.privateKey);
  return {
    jws: fileOf(signed as { payload: string; protected: string; signature: string }),
    fingerprint: fingerprintOf(payload),
  };
}

/** Why a file is no record of this shop; `contracts/wording/verify.ts` words it. */
export type JwsFault = 'not-json' | 'not-jws' | 'unknown-key' | 'signature' | 'spelling';
type CheckedJws = { valid: true; payload: Uint8Array; fingerprint: string } | { valid: false; fault: JwsFault };

/**
 * Checks a record file byte for byte, by any key that the shop ever published and by no schema: what it signed once
 * stays signed, whatever a record looks like by now. A JWS leaves room for changes that its signature does not cover
 * (white space, spare bits of the last base64 letter); a file that uses it is refused too, so that one changed byte
 * never passes.
 */
export async function checkJws(file: Uint8Array, { records }: PublishedKeys): Promise<CheckedJws> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(file));
  } catch {
    return { valid: false, fault: 'not-json' };
  }
  const jws = jwsSchema.strict().safeParse(parsed);
  if (!jws.success) return { valid: false, fault: 'not-jws' };

  let payload: Uint8Array;
  try {
    const { kid } = decodeProtectedHeader(jws.data);
    const publicJwk = records.find((key) => key.kid === kid);
    if (!publicJwk) return { valid: false, fault: 'unknown-key' };
    const verified = await flattenedVerify(jws.data, await importJWK(publicJwk, 'EdDSA'), { algorithms: ['EdDSA'] });
    payload = verified.payload;
  } catch {
    return { valid: false, fault: 'signature' };
  }
  const spelledAsIssued =
    Buffer.from(fileOf(jws.data)).equals(file) &&
    [jws.data.payload, jws.data.signature].every(
      (text) => Buffer.from(text, 'base64url').toString('base64url') === text,
    );
  return spelledAsIssued
    ? { valid: true, payload, fingerprint: fingerprintOf(payload) }
    : { valid: false, fault: 'spelling' };
}
