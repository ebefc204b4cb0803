import forge from 'node-forge';
import { openP12, wrapP12 } from './keys.js';

/** Why a P12 cannot sign the shop's records. */
export type P12Problem =
  'unreadable' | 'password' | 'no-key' | 'no-certificate' | 'weak' | 'not-yet' | 'expired' | 'usage';

/** Fewer bits of an RSA key than this nobody trusts any more. */
const FEWEST_BITS = 2048;

/** A certificate's name as people say it: its common name, else all of it. */
export const nameOf = ({ attributes }: { attributes: { shortName?: string; value?: unknown }[] }): string => {
  const common = attributes.find(({ shortName }) => shortName === 'CN');
  const all = attributes.map(({ shortName, value }) => `${shortName ?? '?'}=${String(value)}`).join(', ');
  return common ? String(common.value) : all;
};

type Read = { ok: true; p12: Buffer; keys: ReturnType<typeof openP12> } | { ok: false; problem: P12Problem };

/**
 * Reads the shop's own certificate with its key, and wraps both without a password, as they are kept.
 *
 * @param p12 PKCS#12 with an RSA key, its certificate and perhaps those above it
 */
export function readOwnP12(p12: Uint8Array, password: string, now: Date): Read {
  const refuse = (problem: P12Problem): Read => ({ ok: false, problem });
  let asn1: forge.asn1.Asn1;
  try {
    asn1 = forge.asn1.fromDer(Buffer.from(p12).toString('binary'));
  } catch {
    return refuse('unreadable');
  }
  let store: forge.pkcs12.Pkcs12Pfx;
  try {
    store = forge.pkcs12.pkcs12FromAsn1(asn1, password);
  } catch (error) {
    return refuse(/password|MAC|decrypt/i.test(String(error)) ? 'password' : 'unreadable');
  }
  const bagsOf = (type: string) => store.getBags({ bagType: type })[type] ?? [];
  const { certBag, keyBag, pkcs8ShroudedKeyBag } = forge.pki.oids;
  const key = [...bagsOf(pkcs8ShroudedKeyBag), ...bagsOf(keyBag)].find((bag) => bag.key)
    ?.key as forge.pki.rsa.PrivateKey;
  if (!key?.n) return refuse('no-key');
  const certificate = bagsOf(certBag)
    .map((bag) => bag.cert)
    .find((one) => (one?.publicKey as forge.pki.rsa.PublicKey | undefined)?.n?.equals(key.n));
  if (!certificate) return refuse('no-certificate');
  if (key.n.bitLength() < FEWEST_BITS) return refuse('weak');
  if (certificate.validity.notBefore > now) return refuse('not-yet');
  if (certificate.validity.notAfter < now) return refuse('expired');
  const usage = certificate.getExtension('keyUsage') as { digitalSignature?: boolean; nonRepudiation?: boolean } | null;
  if (usage && !usage.digitalSignature && !usage.nonRepudiation) return refuse('usage');
  const wrapped = wrapP12(key, certificate);
  return { ok: true, p12: wrapped, keys: openP12(wrapped) };
}
