import type { RecordSummary, VerifyAnswer } from '../../contracts/record.js';
import { checkJws, type JwsFault } from './jws.js';
import type { PublishedKeys } from './keys.js';
import { attachedJson, pdfFault, type PdfFault } from './pdf-signature.js';
import { summaryOf } from './summary.js';

/** What the bytes of a file say by themselves: nothing of a table enters here. */
type Said =
  | { valid: false; kind: VerifyAnswer['kind']; fault: JwsFault | PdfFault }
  | {
      valid: true;
      kind: 'record' | 'pdf';
      /** From the signed JSON; null in a PDF of before it carried that. */
      summary: RecordSummary | null;
      /** The head of the chain of acts when it was signed, where the record says it. */
      auditHead: string | null;
    };
export type Verified = Said & { sha256: string };

async function verifyJson(file: Uint8Array, keys: PublishedKeys, kind: 'record' | 'pdf'): Promise<Said> {
  const checked = await checkJws(file, keys);
  if (!checked.valid) return { valid: false, kind: file[0] === 0x7b ? kind : 'unknown', fault: checked.fault };
  const record = JSON.parse(new TextDecoder().decode(checked.payload));
  return {
    valid: true,
    kind,
    summary: summaryOf(record, checked.fingerprint),
    auditHead: typeof record.auditHead === 'string' ? record.auditHead : null,
  };
}

/** Whether a file was signed with one of the shop's keys, byte for byte as it is, and what it then says. */
export async function verifyFile(file: Buffer, keys: PublishedKeys): Promise<Said> {
  if (file.subarray(0, 5).toString('latin1') !== '%PDF-') return verifyJson(file, keys, 'record');
  const fault = await pdfFault(file, keys);
  if (fault) return { valid: false, kind: 'pdf', fault };
  const json = attachedJson(file);
  return json ? verifyJson(json, keys, 'pdf') : { valid: true, kind: 'pdf', summary: null, auditHead: null };
}
