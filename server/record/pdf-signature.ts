import { createHash, webcrypto } from 'node:crypto';
import * as asn1js from 'asn1js';
import * as pkijs from 'pkijs';
import type { BuildRecord } from '../../core/record/build-record.js';
import type { PublishedKeys, SigningKeys } from './keys.js';
import type { Doc } from './pdf-page.js';
import { PdfStructure, type Dictionary, type Text } from './pdf-structure.js';

/** Room for the signature in the file, in bytes: certificate, signed attributes and 384 bytes of RSA fit twice. */
const SIGNATURE_BYTES = 8192;
/** As wide as any number of the signed range; the numbers themselves are known when the file is whole. */
const RANGE_ROOM = 1_000_000_000;

/** Object identifiers of CMS (RFC 5652) and of its enhanced security services (RFC 5035). */
const OID = {
  sha256: '2.16.840.1.101.3.4.2.1',
  contentType: '1.2.840.113549.1.9.3',
  messageDigest: '1.2.840.113549.1.9.4',
  signingCertificateV2: '1.2.840.113549.1.9.16.2.47',
};

const pdfText = (text: string) => new String(text);

/** Puts the signed JSON into the file, so that one file holds both. */
export function attachJson(doc: Doc, record: BuildRecord, jws: string): void {
  const at = new Date(record.signedAt);
  doc.file(Buffer.from(jws), {
    name: `build-record-r${record.revision}.json`,
    type: 'application/json',
    description: 'The signed record as JSON (JWS)',
    creationDate: at,
    modifiedDate: at,
    // The paper is drawn from it.
    relationship: 'Source',
  } as Parameters<Doc['file']>[1]);
}

/** Puts an empty signature into a document that is about to be ended: `signPdf` fills it. */
export function makeRoom(doc: Doc, record: BuildRecord): void {
  // pdfkit names numbers and names by what they are: a string is a name, a String a text, a Buffer hexadecimal.
  const signature = doc.ref({
    Type: 'Sig',
    Filter: 'Adobe.PPKLite',
    SubFilter: 'ETSI.CAdES.detached',
    ByteRange: [0, RANGE_ROOM, RANGE_ROOM, RANGE_ROOM],
    Contents: Buffer.alloc(SIGNATURE_BYTES),
    Name: pdfText(`${record.lead.name}, ${record.shop.name}`),
    Location: pdfText(record.shop.name),
    Reason: pdfText(`Build record ${record.engine.tag}, revision ${record.revision}`),
    ContactInfo: pdfText(record.shop.verifyAddress),
    M: new Date(record.signedAt),
  });
  const field = doc.ref({
    Type: 'Annot',
    Subtype: 'Widget',
    FT: 'Sig',
    T: pdfText('Signature'),
    // Printed and locked; it has no place on the page.
    F: 132,
    Rect: [0, 0, 0, 0],
    V: signature,
    P: doc.page.dictionary,
  });
  doc.page.annotations.push(field as never);
  doc.initForm();
  const { data } = (doc as unknown as { _root: { data: Record<string, unknown> } })._root;
  const form = (data.AcroForm as { data: Record<string, unknown> }).data;
  // Signed, and only to be added to: nothing in it is drawn from its fields.
  Object.assign(form, { SigFlags: 3, Fields: [field] });
  delete form.NeedAppearances;
  // ETSI EN 319 142-1, 5.5: signatures of CAdES in a file of ISO 32000-1.
  data.Extensions = { ESIC: { BaseVersion: '1.7', ExtensionLevel: 1 } };
  signature.end(undefined);
  field.end(undefined);
}

/** Where a signature stands in its file, and what it says that it covers. */
interface Place {
  range: { numbers: number[]; start: number; end: number };
  contents: Text;
}

function placeOf(signature: Dictionary): Place | null {
  const range = signature.get('ByteRange');
  const contents = signature.get('Contents');
  if (!Array.isArray(range) || !contents || typeof contents !== 'object' || !('bytes' in contents)) return null;
  const numbers = range.filter((one): one is number => typeof one === 'number');
  return numbers.length === 4 ? { range: { numbers, start: range.start!, end: range.end! }, contents } : null;
}

/** The signature of a file that has one and no more. @throws Unreadable */
function findSignature(pdf: Buffer): Place | null {
  const found = new PdfStructure(pdf).signatures();
  return found.length === 1 ? placeOf(found[0]) : null;
}

/** A detached CMS signature over bytes, with the certificate that it is by (CAdES, ETSI EN 319 122-1). */
async function cmsOver(bytes: Buffer, { certificateDer, privateKey }: SigningKeys['pdf']): Promise<Buffer> {
  const certificate = pkijs.Certificate.fromBER(asArrayBuffer(certificateDer));
  const sha256 = (of: Uint8Array) => new asn1js.OctetString({ valueHex: createHash('sha256').update(of).digest() });
  const attribute = (type: string, value: asn1js.BaseBlock) => new pkijs.Attribute({ type, values: [value] });
  const certificateId = new asn1js.Sequence({ value: [sha256(certificateDer)] });
  const attributes = [
    attribute(OID.contentType, new asn1js.ObjectIdentifier({ value: pkijs.ContentInfo.DATA })),
    attribute(OID.messageDigest, sha256(bytes)),
    attribute(
      OID.signingCertificateV2,
      new asn1js.Sequence({ value: [new asn1js.Sequence({ value: [certificateId] })] }),
    ),
  ];
  // A set in DER has its members in the order of their bytes.
  const encoded = (one: pkijs.Attribute) => Buffer.from(one.toSchema().toBER());
  attributes.sort((a, b) => Buffer.compare(encoded(a), encoded(b)));
  const signed = new pkijs.SignedData({
    version: 1,
    encapContentInfo: new pkijs.EncapsulatedContentInfo({ eContentType: pkijs.ContentInfo.DATA }),
    signerInfos: [
      new pkijs.SignerInfo({
        version: 1,
        sid: new pkijs.IssuerAndSerialNumber({ issuer: certificate.issuer, serialNumber: certificate.serialNumber }),
        signedAttrs: new pkijs.SignedAndUnsignedAttributes({ type: 0, attributes }),
      }),
    ],
    certificates: [certificate],
  });
  const key = await webcrypto.subtle.importKey(
    'pkcs8',
    privateKey.export({ type: 'pkcs8', format: 'der' }),
    { name: 'RSASSA-PKCS1-v1_5', hash: 'SHA-256' },
    false,
    ['sign'],
  );
  await signed.sign(key as Parameters<typeof signed.sign>[0], 0, 'SHA-256');
  const content = new pkijs.ContentInfo({ contentType: pkijs.ContentInfo.SIGNED_DATA, content: signed.toSchema(true) });
  return Buffer.from(content.toSchema().toBER());
}

/** Fills the empty signature of a PDF, over the file's whole length. The same PDF gives the same bytes. */
export async function signPdf(pdf: Buffer, keys: SigningKeys): Promise<Buffer> {
  const { range, contents } = findSignature(pdf)!;
  const numbers = [0, contents.start, contents.end, pdf.length - contents.end];
  const spelled = `[${numbers.join(' ')}]`.padEnd(range.end - range.start);
  const signed = Buffer.from(pdf);
  signed.write(spelled, range.start, 'latin1');
  const cms = await cmsOver(
    Buffer.concat([signed.subarray(0, contents.start), signed.subarray(contents.end)]),
    keys.pdf,
  );
  signed.write(cms.toString('hex'), contents.start + 1, 'latin1');
  return signed;
}

const asArrayBuffer = (bytes: Uint8Array) => new Uint8Array(bytes).buffer as ArrayBuffer;

/** The first element of DER bytes, without what fills the room behind it. */
function firstElement(bytes: Buffer): Buffer {
  const short = bytes[1] < 0x80;
  const width = short ? 0 : bytes[1] & 0x7f;
  if (width > 4) return bytes;
  return bytes.subarray(0, 2 + width + (short ? bytes[1] : bytes.readUIntBE(2, width)));
}

/** Why a PDF is no record of this shop; `contracts/wording/verify.ts` words it. */
export type PdfFault = 'no-signature' | 'not-whole' | 'unknown-certificate' | 'signature';

/**
 * Checks the signature of a PDF: that it covers the whole file, that its certificate is one of this shop's, and that it
 * fits the bytes. Answers what is wrong, or null. Bytes appended behind the signed range leave the signature itself
 * intact, so the range is looked at first.
 */
export async function pdfFault(pdf: Buffer, { certificates }: PublishedKeys): Promise<PdfFault | null> {
  let place: Place | null;
  try {
    place = findSignature(pdf);
  } catch {
    return 'no-signature';
  }
  if (!place) return 'no-signature';
  const { contents, range } = place;
  const whole = [0, contents.start, contents.end, pdf.length - contents.end];
  if (range.numbers.some((number, index) => number !== whole[index])) return 'not-whole';
  try {
    const content = pkijs.ContentInfo.fromBER(asArrayBuffer(firstElement(contents.bytes)));
    const signed = new pkijs.SignedData({ schema: content.content });
    const certificate = signed.certificates?.[0];
    const der = certificate instanceof pkijs.Certificate ? Buffer.from(certificate.toSchema(true).toBER()) : null;
    if (!der || !certificates.some((own) => der.equals(own))) return 'unknown-certificate';
    const covered = Buffer.concat([pdf.subarray(0, contents.start), pdf.subarray(contents.end)]);
    const fits = await signed.verify({ signer: 0, data: asArrayBuffer(covered), checkChain: false });
    return fits ? null : 'signature';
  } catch {
    return 'signature';
  }
}

/** The signed JSON inside a PDF, or null where it was made before that was so. */
export function attachedJson(pdf: Buffer): Buffer | null {
  try {
    return new PdfStructure(pdf).attached();
  } catch {
    return null;
  }
}
