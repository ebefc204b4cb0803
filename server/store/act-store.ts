import type {
  Act,
  CheckMoved,
  Acknowledgement,
  CustomerTold,
  Disposition,
  GateClosed,
  GateOpened,
  HintAnswer,
  LifeChange,
  OnBench,
  Picture,
  ReadingNoted,
  ReadingStruck,
  SetAside,
  SettingWay,
  SignOff,
  SlackRound,
  SpecMove,
} from '../../core/sheet/acts.js';
import type { Gate } from '../../core/plan/gates.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

interface Columns {
  engine_id: string;
  id: string;
  kind: Act['kind'];
  subject: string;
  reason: string | null;
  body: Record<string, unknown>;
  done_by: string;
  done_at: Date;
}

/** What an act is about, as the column that is searched by; the rest of it is its body. */
function partsOf(act: Act): { subject: string; reason: string | null; body: object } {
  if (act.kind === 'caution') return { subject: act.stage, reason: null, body: {} };
  if (act.kind === 'spec-set') {
    const { specSet, version, reason } = act;
    return { subject: `${specSet}@${version}`, reason, body: { specSet, version } };
  }
  if (act.kind === 'life') {
    const { life, reason, lacks } = act;
    return { subject: life, reason, body: { life, ...(lacks ? { lacks } : {}) } };
  }
  if (act.kind === 'picture') {
    const { kind, id, by, at, ...body } = act;
    return { subject: `${act.stage}@${act.place}`, reason: null, body };
  }
  if (act.kind === 'sign-off') return { subject: act.what, reason: null, body: {} };
  if (act.kind === 'setting-way') {
    const { method, along } = act;
    return { subject: method, reason: null, body: { method, along } };
  }
  if (act.kind === 'set-aside') {
    const { places, reason } = act;
    return { subject: 'setting', reason, body: { places } };
  }
  if (act.kind === 'slack-round') {
    const { crankDeg, loose } = act;
    return { subject: 'setting', reason: null, body: { crankDeg, loose } };
  }
  if (act.kind === 'hint-answer') {
    const { readingId, hint, reason } = act;
    return { subject: readingId, reason, body: { readingId, hint } };
  }
  if (act.kind === 'check-moved') {
    const { ask, to, reason } = act;
    return { subject: ask, reason, body: { ask, to } };
  }
  if (act.kind === 'reading-struck') {
    const { readingId, reason, moved } = act;
    return { subject: readingId, reason, body: { readingId, ...(moved ? { moved } : {}) } };
  }
  if (act.kind === 'reading-noted') {
    const { readingId, note } = act;
    return { subject: readingId, reason: null, body: { readingId, note } };
  }
  if (act.kind === 'gate-closed') return { subject: act.gate, reason: act.reason, body: { lacks: act.lacks } };
  if (act.kind === 'gate-opened')
    return { subject: act.gate, reason: act.reason, body: { minutes: act.minutes, cost: act.cost } };
  if (act.kind === 'told') {
    const { how, says, promised, expected } = act;
    return { subject: how, reason: null, body: { says, promised, expected } };
  }
  if (act.kind === 'on-bench')
    return { subject: act.stage, reason: null, body: { item: act.item, isThere: act.isThere } };
  const { measure, place, action, readingId, about, reason } = act;
  return { subject: `${measure}@${place}`, reason, body: { measure, place, action, readingId, about } };
}

function toAct({ kind, id, subject, reason, body, done_by: by, done_at }: Columns): Act {
  const at = done_at.toISOString();
  if (kind === 'caution') return { kind, id, stage: subject as Acknowledgement['stage'], by, at };
  if (kind === 'spec-set')
    return { kind, id, ...(body as Pick<SpecMove, 'specSet' | 'version'>), reason: reason!, by, at };
  if (kind === 'life') return { kind, id, ...(body as Pick<LifeChange, 'life' | 'lacks'>), reason: reason!, by, at };
  if (kind === 'picture') return { kind, id, ...(body as Omit<Picture, 'id' | 'by' | 'at'>), by, at };
  if (kind === 'sign-off') return { kind, id, what: subject as SignOff['what'], by, at };
  if (kind === 'setting-way') return { kind, id, ...(body as Pick<SettingWay, 'method' | 'along'>), by, at };
  if (kind === 'set-aside') return { kind, id, ...(body as Pick<SetAside, 'places'>), reason, by, at };
  if (kind === 'slack-round') return { kind, id, ...(body as Pick<SlackRound, 'crankDeg' | 'loose'>), by, at };
  if (kind === 'hint-answer')
    return { kind, id, ...(body as Pick<HintAnswer, 'readingId' | 'hint'>), reason: reason!, by, at };
  if (kind === 'check-moved') return { kind, id, ...(body as Pick<CheckMoved, 'ask' | 'to'>), reason: reason!, by, at };
  if (kind === 'reading-struck')
    return { kind, id, ...(body as Pick<ReadingStruck, 'readingId' | 'moved'>), reason: reason!, by, at };
  if (kind === 'reading-noted') return { kind, id, ...(body as Pick<ReadingNoted, 'readingId' | 'note'>), by, at };
  if (kind === 'gate-closed')
    return { kind, id, gate: subject as Gate, ...(body as Pick<GateClosed, 'lacks'>), reason, by, at };
  if (kind === 'gate-opened')
    return {
      kind,
      id,
      gate: subject as Gate,
      ...(body as Pick<GateOpened, 'minutes' | 'cost'>),
      reason: reason!,
      by,
      at,
    };
  if (kind === 'told')
    return {
      kind,
      id,
      how: subject as CustomerTold['how'],
      ...(body as Omit<CustomerTold, 'id' | 'how' | 'by' | 'at'>),
      by,
      at,
    };
  if (kind === 'on-bench')
    return { kind, id, stage: subject as OnBench['stage'], ...(body as Pick<OnBench, 'item' | 'isThere'>), by, at };
  return { kind, id, ...(body as Omit<Disposition, 'id' | 'reason' | 'by' | 'at'>), reason: reason!, by, at };
}

export function actRow(engineId: string, act: Act): Row {
  const { id, kind, by, at } = act;
  return { table: 'acts', columns: { id, engine_id: engineId, kind, ...partsOf(act), done_by: by, done_at: at } };
}

/** An act by its id, with the engine that it is on. */
export async function findAct(queries: Queries, id: string): Promise<{ engineId: string; act: Act } | null> {
  const [row] = await queries.query<Columns>(
    'select engine_id, id, kind, subject, reason, body, done_by, done_at from acts where id = $1',
    [id],
  );
  return row ? { engineId: row.engine_id, act: toAct(row) } : null;
}

/** The acts on an engine, in the order in which they were done. */
export async function listActs(queries: Queries, engineId: string): Promise<Act[]> {
  const rows = await queries.query<Columns>(
    'select engine_id, id, kind, subject, reason, body, done_by, done_at from acts where engine_id = $1 order by seq',
    [engineId],
  );
  return rows.map(toAct);
}
