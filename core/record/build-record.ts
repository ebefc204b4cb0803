import type { Diagnosis } from '../cam/events-whole.js';
import type { CamCard } from '../cam/cam-card.js';
import type { LobeSweep } from '../cam/lobe-sweep.js';
import type { Engine } from '../engine/engine.js';
import { STANDING_CAUTION } from '../plan/cautions.js';
import type { SpecSet } from '../plan/spec-sets.js';
import { actsOf, type Picture, type SignOff } from '../sheet/acts.js';
import { SIGN_OFFS } from '../plan/sign-offs.js';
import { isClayInside, KEPT_TO_THE_SHOP, picturesOf, type EngineFile } from '../sheet/engine-file.js';
import type { AppliedLimit, LimitSource } from '../sheet/limits.js';
import { cardOf, sweepsOf, type Paper } from '../sheet/papers.js';
import type { Reading } from '../sheet/reading.js';
import type { Flag } from '../sheet/flags.js';
import type { SheetRow } from '../sheet/row.js';
import { clayPlan, type ClayPlan } from '../sheet/clay-plan.js';
import { judgingOf } from '../sheet/judging-of.js';
import { sheetOf } from '../sheet/sheet.js';
import { standOf } from '../sheet/stand.js';
import type { Hint } from '../judge/hints.js';
import type { Unit } from '../units/units.js';
import {
  recordedAnswers,
  recordedDrift,
  recordedNotes,
  recordedStrikes,
  recordedWay,
  type RecordedAnswer,
  type RecordedDrift,
  type RecordedNote,
  type RecordedStrike,
  type RecordedWay,
} from './recorded-setting.js';
import {
  recordedCautions,
  recordedGates,
  recordedMoves,
  recordedTightening,
  type RecordedCaution,
  type RecordedGate,
  type RecordedMove,
  type RecordedTightening,
} from './recorded-path.js';
import { recordedTiming, type RecordedTiming } from './recorded-timing.js';
import { recordedGeometry, type RecordedGeometry } from './recorded-geometry.js';
import { recordedClearances, type RecordedClearance } from './recorded-clearances.js';

/**
 * Raised whenever a formula or a rule of judgement changes, so that an old record says by which it was judged. Since 2,
 * angles read before the sprocket was moved are suspect, and drops are not paired across a move or a slip. Since 3, an
 * acceptance falls with the verdict, value or limit that it was about, drops are paired drop by drop, and a value that is
 * computed has a verdict only by a limit of its own. Since 4, a centreline is the mean over no more than sixteen drops, and
 * what is suspect is not also asked whether it is another valve's. Since 5, a limit that is stated per bore goes by the bore
 * of the engine's data while that cylinder was not measured. Since 6, what was checked at the mock-up is brought to the
 * final build, and springs tell their loads and what is left to coil bind. Since 7, a mark that was
 * read by its edges tells where it lies, a checking rod the length to order, and a valve's lift what was lost on its way. Since 8, a set plunger
 * tells what is left to its bottom. Since 10, angles are corrected by the known error of the wheel that they were read on, a
 * plunger takes lift only where it sank while it was turned, and a reading may be struck. Since 11, no reading is trusted
 * further than its own step, a derived value is as good as its terms, and a clearance is judged by the least and the most
 * of its directions. Since 12, a fastener is judged by the target of its pass.
 */
export const FORMULA_VERSION = '12';

interface Signatory {
  handle: string;
  name: string;
}

/** A value as a record states it: its limit's source in words. */
type RecordedRow = Omit<SheetRow<AppliedLimit<string>>, 'hints'>;

/** What the customer receives: frozen at signing with the limits and the formulas that it was judged by. */
export interface BuildRecord {
  format: 'utex-record';
  formatVersion: 2;
  formulas: string;
  id: string;
  revision: number;
  shop: {
    name: string;
    verifyAddress: string;
    address?: string;
    /** The paper of the PDF; A4 unless it says otherwise. */
    paper?: 'A4' | 'Letter';
    /** In which the PDF tells its times; UTC unless it says otherwise. */
    timeZone?: string;
    /** SHA-256 of the picture at the head of the PDF. */
    letterhead?: string;
  };
  engine: Engine & { id: string; tag: string; title: string; customer: string };
  builders: Signatory[];
  lead: Signatory;
  /** ISO 8601, UTC. */
  signedAt: string;
  specSet: SpecSet;
  values: RecordedRow[];
  /** Every value that was out at any time and how it was settled. */
  dealtWith: Omit<Flag, 'open' | 'lapsed' | 'settled'>[];
  notMeasured: { measure: string; place: string; by: string; reason: string }[];
  /** Every reading, earlier tries included. */
  readings: Reading[];
  /** The cam card that the timing was judged by, as printed. */
  camCard: CamCard | null;
  /** Lobes that were swept, with their points. */
  sweeps: LobeSweep[];
  /** Every other paper of the engine, whole. */
  papers: Paper[];
  /** Pictures of the engine, each by the hash of its JPEG; `shown` on those that the PDF shows. Left out where there are none. */
  pictures?: (Omit<Picture, 'at'> & { shown?: true })[];
  /** Of the valves whose clearance can be told over the crank. Left out where there are none. */
  clearances?: RecordedClearance[];
  /** What was tried of the rockers' geometry. Left out where nothing was. */
  geometry?: RecordedGeometry[];
  /** In which way the valves were set. Left out where nobody chose one. */
  way?: RecordedWay;
  /** What was odd about readings and was looked at. Left out where nothing was. */
  answers?: RecordedAnswer[];
  /** The cam's events as a whole. Left out where none was read. */
  timing?: RecordedTiming;
  /** Valves without clay, by that of others. Left out where there are none. */
  clayElsewhere?: ClayPlan['byAnother'];
  /** Checks that were made at another time. Left out where there are none. */
  movedChecks?: RecordedMove[];
  /** Readings that were wrong and count no longer. Left out where there are none. */
  struck?: RecordedStrike[];
  notes?: RecordedNote[];
  /** What has changed since the build. Left out where nothing has, or was read again. */
  drift?: RecordedDrift[];
  /** What somebody answered for with his name. Left out where there is none. */
  signOffs?: SignOff[];
  /** Gates that were closed, with what they lacked. Left out where none was. */
  gates?: RecordedGate[];
  /** Who read the cautions of which stage. Left out where nobody did. */
  cautions?: RecordedCaution[];
  /** Groups of fasteners that have a plan. Left out where there are none. */
  tightening?: RecordedTightening[];
  /** Something was taken with clay or dye, and nobody has signed since that all of it is out. */
  clayInside?: true;
  /** SHA-256 of the newest act of the shop when what is signed was read: an end of that chain that goes missing shows by it. */
  auditHead: string;
  statement: string;
}

export interface RecordInput {
  id: string;
  revision: number;
  shop: BuildRecord['shop'];
  /** What the engine is called, beside what its file says of it. */
  engine: Pick<BuildRecord['engine'], 'id' | 'tag' | 'title' | 'customer'>;
  file: EngineFile;
  people: Signatory[];
  lead: Signatory;
  signedAt: string;
  auditHead: string;
  /** A limit's source in words. */
  wordSource: (source: LimitSource) => string;
  /** What is odd about a value in words, in the unit in which it was typed. */
  wordHint: (hint: Hint, unit: Unit, at: { measure: string; place: string }) => string;
  wordDiagnosis: (one: Diagnosis) => string;
  /** Given when the lead accepts, with the signature, all that is missing. */
  acceptMissing?: { reason: string };
  /** Ids of the pictures that the PDF shows. */
  showPictures?: string[];
}

export type RecordRefusal =
  | { ok: false; code: 'flag-open'; at: { measure: string; place: string }[] }
  | { ok: false; code: 'missing'; at: { measure: string; place: string }[] };

/** Kinds of papers that a record has fields of their own for: the card and the lobes since its first format, and `engine`. */
const OWN_FIELDS = ['cam-card', 'lobe-sweep', 'engine'];

const signOffOf = ({ id, what, by, at }: SignOff): SignOff => ({ id, what, by, at });

/**
 * Builds the record, or says what still stands in the way: an open flag, or a required value that is neither taken
 * nor accepted as missing.
 */
export function buildRecord(input: RecordInput): { ok: true; record: BuildRecord } | RecordRefusal {
  const { engine, file, lead, acceptMissing, wordSource, wordHint } = input;
  const stand = standOf(file);
  const sheet = sheetOf(file, stand);

  const openFlags = sheet.flags.filter((flag) => flag.open);
  if (openFlags.length > 0) return { ok: false, code: 'flag-open', at: openFlags };
  const unanswered = sheet.missing.filter((missing) => !missing.disposition);
  if (unanswered.length > 0 && !acceptMissing) return { ok: false, code: 'missing', at: unanswered };

  const shown = new Set(input.showPictures);
  const pictures = picturesOf(file).map(({ at, ...picture }) => ({
    ...picture,
    ...(shown.has(picture.id) ? { shown: true as const } : {}),
  }));
  const judging = judgingOf(file, stand);
  const clearances = recordedClearances(judging, sheet);
  const geometry = recordedGeometry(judging);
  const way = recordedWay(file);
  const answers = recordedAnswers(file, sheet, wordHint);
  const struck = recordedStrikes(file);
  const notes = recordedNotes(file);
  const timing = recordedTiming(file, sheet, input.wordDiagnosis);
  const clayElsewhere = clayPlan(judging, sheet).byAnother;
  const drift = recordedDrift(file, sheet);
  const signOffs = SIGN_OFFS.flatMap((what) => actsOf(file, 'sign-off').findLast((one) => one.what === what) ?? []);
  const judged = { file, sheet, stand, partsOpen: null };
  const [gates, cautions, tightening] = [recordedGates(judged), recordedCautions(judged), recordedTightening(judged)];
  const movedChecks = recordedMoves(judged);
  const takers = new Set(file.readings.map((reading) => reading.by));
  const here = new Set(input.people.map(({ handle }) => handle));
  // Who took them in another shop stands as the reading has it.
  const elsewhere = [...takers].filter((by) => !here.has(by)).map((by) => ({ handle: by, name: by }));
  return {
    ok: true,
    record: {
      format: 'utex-record',
      formatVersion: 2,
      formulas: FORMULA_VERSION,
      id: input.id,
      revision: input.revision,
      shop: input.shop,
      engine: { ...engine, ...file.engine },
      builders: [...input.people.filter((person) => takers.has(person.handle)), ...elsewhere],
      lead,
      signedAt: input.signedAt,
      specSet: file.spec,
      values: sheet.rows.map(({ hints, among, limit, ...row }) => ({
        ...row,
        limit: limit && { ...limit, source: wordSource(limit.source) },
      })),
      dealtWith: sheet.flags.map(({ open, lapsed, settled, ...flag }) => flag),
      notMeasured: sheet.missing.map(({ measure, place, disposition }) => ({
        measure,
        place,
        by: disposition?.by ?? lead.handle,
        reason: disposition?.reason ?? acceptMissing!.reason,
      })),
      readings: [...file.readings],
      camCard: cardOf(file)?.printed ?? null,
      sweeps: sweepsOf(file),
      papers: file.papers.filter(({ kind }) => !OWN_FIELDS.includes(kind) && !KEPT_TO_THE_SHOP.papers.includes(kind)),
      ...(pictures.length > 0 ? { pictures } : {}),
      ...(clearances.length > 0 ? { clearances } : {}),
      ...(geometry.length > 0 ? { geometry } : {}),
      ...(way ? { way } : {}),
      ...(answers.length > 0 ? { answers } : {}),
      ...(timing ? { timing } : {}),
      ...(clayElsewhere.length > 0 ? { clayElsewhere } : {}),
      ...(struck.length > 0 ? { struck } : {}),
      ...(notes.length > 0 ? { notes } : {}),
      ...(movedChecks.length > 0 ? { movedChecks } : {}),
      ...(drift.length > 0 ? { drift } : {}),
      ...(signOffs.length > 0 ? { signOffs: signOffs.map(signOffOf) } : {}),
      ...(gates.length > 0 ? { gates } : {}),
      ...(cautions.length > 0 ? { cautions } : {}),
      ...(tightening.length > 0 ? { tightening } : {}),
      ...(isClayInside(file) ? { clayInside: true } : {}),
      auditHead: input.auditHead,
      statement: STANDING_CAUTION,
    },
  };
}
