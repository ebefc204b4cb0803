import type { z } from 'zod';
import type { postDispositionSchema } from '../../contracts/reading.js';
import type { Person } from '../../contracts/shop.js';
import { findPlace } from '../../core/engine/places.js';
import type { Stage } from '../../core/plan/measure.js';
import { findMeasure } from '../../core/plan/measures.js';
import type { About, Act, Disposition, SignOff } from '../../core/sheet/acts.js';
import type { SignOffOf } from '../../core/plan/sign-offs.js';
import { acknowledgedOf } from '../../core/sheet/engine-file.js';
import type { Flag } from '../../core/sheet/flags.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { Failure } from '../failure.js';
import type { Reading } from '../../core/sheet/reading.js';
import { readingRow } from '../store/reading-store.js';
import { actRow, findAct, listActs } from '../store/act-store.js';
import type { EngineRow } from '../store/engine-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/**
 * What people do about an engine besides measuring it. Each is a row of the acts, and of the log; sent twice under one
 * id, it is done once.
 *
 * @throws Failure act.id-taken
 */
export async function fileAct(
  { audit, database }: Context,
  engines: Engines,
  row: EngineRow,
  act: Act,
  name: string,
  body: object,
): Promise<Act> {
  return audit.exclusively(async () => {
    const known = await findAct(database, act.id);
    if (known && !isSameAct(known, row.id, act)) throw new Failure('act.id-taken');
    if (known) return known.act;
    await putAct(engines, row, act, name, body);
    return act;
  });
}

/**
 * Within `exclusively`: an act that is known to be new, as a row of the acts and of the log.
 *
 * @param readings what it puts on the sheet
 */
export async function putAct(
  engines: Engines,
  row: EngineRow,
  act: Act,
  name: string,
  body: object,
  readings: readonly Reading[] = [],
): Promise<void> {
  const at = new Date(act.at);
  const rows = [actRow(row.id, act), ...readings.map((reading) => readingRow(row.id, reading))];
  const entry = { at, by: act.by, act: name, engineId: row.id, body: { ...body }, rows };
  await engines.atHand.put(
    row.id,
    () => entry,
    (hand) => {
      hand.addAct(act);
      for (const reading of readings) hand.add(reading);
    },
  );
}

/** Whether an act that is there already is the one that was sent: by the same person, about the same, for the same reason. */
export function isSameAct(known: { engineId: string; act: Act }, engineId: string, sent: Act): boolean {
  const saidOf = (act: Act) => {
    if (act.kind === 'caution') return [act.stage];
    if (act.kind === 'sign-off') return [act.what];
    if (act.kind === 'life') return [act.life, act.reason];
    if (act.kind === 'picture') return [act.stage, act.place, act.sha256];
    if (act.kind === 'spec-set') return [act.specSet, act.version, act.reason];
    if (act.kind === 'setting-way') return [act.method, act.along];
    if (act.kind === 'set-aside') return [act.places.join(' '), act.reason];
    if (act.kind === 'slack-round') return [act.crankDeg, act.loose.join(' ')];
    if (act.kind === 'hint-answer') return [act.readingId, act.hint, act.reason];
    if (act.kind === 'gate-closed') return [act.gate, act.reason];
    if (act.kind === 'gate-opened') return [act.gate, act.reason, act.minutes, act.cost];
    if (act.kind === 'told') return [act.how, act.says];
    if (act.kind === 'check-moved') return [act.ask, act.to, act.reason];
    if (act.kind === 'reading-struck') return [act.readingId, act.reason, act.moved?.place, act.moved?.readingId];
    if (act.kind === 'reading-noted') return [act.readingId, act.note];
    if (act.kind === 'on-bench') return [act.stage, act.item, act.isThere];
    return [act.measure, act.place, act.action, act.reason];
  };
  return (
    known.engineId === engineId &&
    known.act.kind === sent.kind &&
    known.act.by === sent.by &&
    saidOf(known.act).join('\n') === saidOf(sent).join('\n')
  );
}

/** Writes down that somebody has read the cautions of a stage on this engine, each person once; answers those that he has read. */
export async function acknowledgeCautions(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  stage: Stage,
): Promise<Stage[]> {
  const row = await engines.inWork(engineId);
  const acknowledged = async () => acknowledgedOf({ acts: await listActs(context.database, row.id) }, by.handle);
  if ((await acknowledged()).includes(stage)) return acknowledged();
  const act: Act = {
    kind: 'caution',
    id: context.newId(),
    stage,
    by: by.handle,
    at: context.clock.now().toISOString(),
  };
  await fileAct(context, engines, row, act, 'caution.acknowledged', { stage });
  return acknowledged();
}

/**
 * Writes down what somebody answers for with his name: that all clay and dye is out and the tools are counted.
 *
 * @throws Failure act.id-taken
 */
export async function signOff(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  what: SignOffOf,
  id: string = context.newId(),
): Promise<SignOff> {
  const row = await engines.inWork(engineId);
  const at = context.clock.now().toISOString();
  const act: Act = { kind: 'sign-off', id, what, by: by.handle, at };
  const { kind, ...filed } = (await fileAct(context, engines, row, act, 'sign-off.given', { what })) as typeof act;
  return filed;
}

const aboutOf = (flag: Flag | undefined): About =>
  flag
    ? { verdict: flag.verdict, value: flag.value, limit: flag.limit }
    : { verdict: 'missing', value: null, limit: null };

/**
 * Writes down what was decided about a value out of its limits, or about one that is missing. Accepting is the
 * lead's; a missing value can only be accepted. Re-measured, reworked and replaced say what was done: the flag itself
 * closes when a later reading in its slot lies within the limits.
 *
 * @throws Failure disposition.lead-only, disposition.nothing-to-decide, disposition.needs-reading
 */
export async function decide(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  asked: z.infer<typeof postDispositionSchema>,
): Promise<Disposition> {
  const { measure, action, reason } = asked;
  if (action === 'accepted' && by.role !== 'lead' && by.role !== 'owner') throw new Failure('disposition.lead-only');

  const row = await engines.inWork(engineId);
  const { id, engine } = row;
  const scope = findMeasure(measure)?.scope;
  const place = (scope && findPlace(engine, scope, asked.place)) ?? asked.place;
  const known = asked.id ? await findAct(context.database, asked.id) : null;
  if (known?.act.kind === 'disposition' && known.engineId === id) {
    const { act } = known;
    const again = { ...act, measure, place, action, reason, by: by.handle };
    if (!isSameAct(known, id, again)) throw new Failure('act.id-taken');
    return act;
  }
  const sheet = sheetOf(await engines.file(id));
  const here = (at: { measure: string; place: string }) => at.measure === measure && at.place === place;
  const flag = sheet.flags.find((one) => here(one) && one.open) ?? sheet.flags.find(here);
  const missing = sheet.missing.find(here);
  // A value that is settled may still be explained; accepting it again decides nothing.
  if ((!flag && !missing) || (flag && !flag.open && action === 'accepted'))
    throw new Failure('disposition.nothing-to-decide', [
      { path: 'place', message: `nothing to decide about ${measure} at ${place}` },
    ]);
  if (!flag && action !== 'accepted') throw new Failure('disposition.needs-reading');

  const made: Disposition = {
    id: asked.id ?? context.newId(),
    measure,
    place,
    action,
    reason,
    readingId: flag?.readingId ?? null,
    about: aboutOf(flag),
    by: by.handle,
    at: context.clock.now().toISOString(),
  };
  const body = { measure, place, action, reason, about: made.about };
  const { kind, ...filed } = (await fileAct(
    context,
    engines,
    row,
    { kind: 'disposition', ...made },
    'disposition.made',
    body,
  )) as Disposition & { kind: string };
  return filed;
}
