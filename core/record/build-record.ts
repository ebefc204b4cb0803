import { completeCard, type CamCard } from '../cam/cam-card.js';
import type { LobeSweep } from '../cam/lobe-sweep.js';
import type { Engine } from '../engine/engine.js';
import { STANDING_CAUTION } from '../plan/cautions.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Disposition, Reading } from './reading.js';
import { buildSheet, type Flag, type SheetRow } from './sheet.js';

/**
 * Raised whenever a formula or a rule of judgement changes, so that an old record says by which it was judged. Since 2,
 * angles read before the sprocket was moved are suspect, and drops are not paired across a move or a slip.
 */
export const FORMULA_VERSION = '2';

export interface Signatory {
  handle: string;
  name: string;
}

/** What the customer receives: frozen at signing with the limits and the formulas that it was judged by. */
export interface BuildRecord {
  format: 'utex-record';
  formatVersion: 1;
  formulas: string;
  id: string;
  revision: number;
  shop: { name: string; verifyAddress: string };
  engine: Engine & { id: string; tag: string; title: string; customer: string };
  builders: Signatory[];
  lead: Signatory;
  /** ISO 8601, UTC. */
  signedAt: string;
  specSet: SpecSet;
  values: Omit<SheetRow, 'hints'>[];
  /** Every value that was out at any time and how it was settled. */
  dealtWith: Omit<Flag, 'open'>[];
  notMeasured: { measure: string; place: string; by: string; reason: string }[];
  /** Every reading, earlier tries included. */
  readings: Reading[];
  /** The cam card that the timing was judged by, as printed. */
  camCard: CamCard | null;
  /** Lobes that were swept, with their points. */
  sweeps: LobeSweep[];
  statement: string;
}

export interface RecordInput {
  id: string;
  revision: number;
  shop: BuildRecord['shop'];
  engine: BuildRecord['engine'];
  people: Signatory[];
  lead: Signatory;
  signedAt: string;
  spec: SpecSet;
  readings: Reading[];
  dispositions: Disposition[];
  /** The newest cam card of the engine, as printed. */
  card: CamCard | null;
  sweeps: LobeSweep[];
  /** Given when the lead accepts, with the signature, all that is missing. */
  acceptMissing?: { reason: string };
}

export type RecordRefusal =
  | { ok: false; code: 'flag-open'; at: { measure: string; place: string }[] }
  | { ok: false; code: 'missing'; at: { measure: string; place: string }[] };

/**
 * Builds the record, or says what still stands in the way: an open flag, or a required value that is neither taken
 * nor accepted as missing.
 */
export function buildRecord(input: RecordInput): { ok: true; record: BuildRecord } | RecordRefusal {
  const { engine, spec, readings, dispositions, lead, acceptMissing } = input;
  const sheet = buildSheet({ engine, spec, readings, dispositions, card: input.card && completeCard(input.card) });

  const openFlags = sheet.flags.filter((flag) => flag.open);
  if (openFlags.length > 0) return { ok: false, code: 'flag-open', at: openFlags };
  const unanswered = sheet.missing.filter((missing) => !missing.disposition);
  if (unanswered.length > 0 && !acceptMissing) return { ok: false, code: 'missing', at: unanswered };

  const takers = new Set(readings.map((reading) => reading.by));
  return {
    ok: true,
    record: {
      format: 'utex-record',
      formatVersion: 1,
      formulas: FORMULA_VERSION,
      id: input.id,
      revision: input.revision,
      shop: input.shop,
      engine,
      builders: input.people.filter((person) => takers.has(person.handle)),
      lead,
      signedAt: input.signedAt,
      specSet: spec,
      values: sheet.rows.map(({ hints, ...row }) => row),
      dealtWith: sheet.flags.map(({ open, ...flag }) => flag),
      notMeasured: sheet.missing.map(({ measure, place, disposition }) => ({
        measure,
        place,
        by: disposition?.by ?? lead.handle,
        reason: disposition?.reason ?? acceptMissing!.reason,
      })),
      readings,
      camCard: input.card,
      sweeps: input.sweeps,
      statement: STANDING_CAUTION,
    },
  };
}
