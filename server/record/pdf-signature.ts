import { plainAddPlaceholder } from '@signpdf/placeholder-plain';
import { P12Signer } from '@signpdf/signer-p12';
import { SignPdf } from '@signpdf/signpdf';
import { extractSignature, SUBFILTER_ETSI_CADES_DETACHED } from '@signpdf/utils';
import * as pkijs from 'pkijs';
import type { BuildRecord } from '../../core/record/build-record.js';
import type { PublishedKeys, SigningKeys } from './keys.js';

/** Room for the signature in the file, in bytes: certificate, signed attributes and 384 bytes of RSA fit twice. */
const SIGNATURE_BYTES = 8192;

/** Signs a finished PDF over its whole length. The time is the record's, so the same record gives the same bytes. */
export async function signPdf(pdf: Buffer, record: BuildRecord, keys: SigningKeys): Promise<Buffer> {
  const signingTime = new Date(record.signedAt);
  const prepared = plainAddPlaceholder({
    pdfBuffer: pdf,
    reason: `Build record ${record.engine.tag}, revision ${record.revision}`,
    contactInfo: record.shop.verifyAddress,
    name: `${record.lead.name}, ${record.shop.name}`,
    location: record.shop.name,
    signingTime,
    signatureLength: SIGNATURE_BYTES,
    subFilter: SUBFILTER_ETSI_CADES_DETACHED,
  });
  return new SignPdf().sign(prepared, new P12Signer(keys.pdf.p12), signingTime);
}

const asArrayBuffer = (bytes: Uint8Array) => new Uint8Array(bytes).buffer as ArrayBuffer;

/** Why a PDF is no record of this shop; `server/services/records.ts` words it. */
export type PdfFault = 'no-signature' | 'not-whole' | 'unknown-certificate' | 'signature';

/**
 * Checks the signature of a PDF: that it covers the whole file, that its certificate is one of this shop's, and that it
 * fits the bytes. Answers what is wrong, or null. Bytes appended behind the signed range leave the signature itself
 * intact, so the range is looked at first.
 */
export async function pdfFault(pdf: Buffer, { certificates }: PublishedKeys): Promise<PdfFault | null> {
  let parts: { ByteRange: number[]; signature: string; signedData: Buffer };
  try {
    parts = extractSignature(pdf);
  } catch {
    return 'no-signature';
  }
  const [start, , secondStart, secondLength] = parts.ByteRange;
  if (start !== 0 || secondStart + secondLength !== pdf.length) return 'not-whole';
  try {
    const content = pkijs.ContentInfo.fromBER(asArrayBuffer(Buffer.from(parts.signature, 'binary')));
    const signed = new pkijs.SignedData({ schema: content.content });
    const certificate = signed.certificates?.[0];
    const der = certificate instanceof pkijs.Certificate ? Buffer.from(certificate.toSchema(true).toBER()) : null;
    if (!der || !certificates.some((own) => own.equals(der))) return 'unknown-certificate';
    const fits = await signed.verify({ signer: 0, data: asArrayBuffer(parts.signedData), checkChain: false });
    return fits ? null : 'signature';
  } catch {
    return 'signature';
  }
}
