import canonicalize from 'canonicalize';
import type { z } from 'zod';
import type { moveRequest, NewSpecSet, specSetVersionsAnswer } from '../../contracts/spec-set.js';
import type { Person } from '../../contracts/shop.js';
import { asIssues } from '../../contracts/wording/impossible.js';
import { wordNarrowLimit } from '../../contracts/wording/narrow.js';
import { checkSpecFits } from '../../core/plan/check-spec-fits.js';
import { checkSpecSet } from '../../core/plan/check-spec-set.js';
import { narrowLimit } from '../../core/plan/narrow-limits.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import type { SpecMove } from '../../core/sheet/acts.js';
import { verdictChanges, type VerdictChange } from '../../core/sheet/verdict-changes.js';
import { Failure } from '../failure.js';
import { actRow, findAct } from '../store/act-store.js';
import { isUniqueViolation } from '../store/database.js';
import { listJudgedBy, listVersions, specSetRow, type EngineRow } from '../store/engine-store.js';
import { isSameAct } from './acts.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** The most engines that are named of those that a set judges. */
const MOST_NAMED = 200;

const notThere = (path: string, said: string) =>
  new Failure('spec-set.not-found', [{ path, message: `there is no spec set ${said}` }]);

/** Every version of a set, the newest first, with the engines that it judges and what of the newest is narrow. @throws Failure spec-set.not-found */
export async function versionsOf({ database }: Context, id: string): Promise<z.input<typeof specSetVersionsAnswer>> {
  const versions = await listVersions(database, id);
  if (versions.length === 0) throw notThere('id', id);
  const [{ limits, practice }] = versions;
  const narrow = limits.flatMap((limit) => {
    const found = narrowLimit(practice, limit);
    const { measure, valve, unit } = limit;
    return found ? [{ measure, ...(valve ? { valve } : {}), ...found, message: wordNarrowLimit(found, unit) }] : [];
  });
  return { versions, engines: await listJudgedBy(database, id, MOST_NAMED), narrow };
}

/** What a version says, whoever issued it and when. */
const saidBy = ({ issued, ...set }: SpecSet) => canonicalize({ ...set, reason: issued?.reason });

/**
 * Issues a version of a spec set, which then never changes; after version 0 it is a new set. Sent twice, it is issued
 * once.
 *
 * @throws Failure spec-set.impossible, spec-set.not-found, spec-set.id-taken, spec-set.moved-on
 */
export async function issueSpecSet(context: Context, by: Person, asked: NewSpecSet): Promise<SpecSet> {
  const { audit, clock, database } = context;
  const { after, reason, ...rest } = asked;
  const issues = checkSpecSet(rest);
  if (issues.length > 0) throw new Failure('spec-set.impossible', asIssues(issues));
  const now = clock.now();
  const made: SpecSet = { ...rest, version: after + 1, issued: { by: by.handle, at: now.toISOString(), reason } };
  const movedOn = () =>
    after === 0
      ? new Failure('spec-set.id-taken', [{ path: 'id', message: 'the shop already has a set of this name' }])
      : new Failure('spec-set.moved-on', [{ path: 'after', message: 'this is not the newest version any more' }]);
  try {
    return await audit.exclusively(async () => {
      const versions = await listVersions(database, made.id);
      const known = versions.find(({ version }) => version === made.version);
      if (known && saidBy(known) === saidBy(made)) return known;
      if (known) throw movedOn();
      if (after > 0 && versions[0]?.version !== after) throw notThere('after', `${made.id}, version ${after}`);
      const { id, version } = made;
      const act = { at: now, by: by.handle, act: 'spec-set.issued', engineId: null, body: { id, version, reason } };
      await audit.put(() => ({ ...act, rows: [specSetRow(made)] }));
      return made;
    });
  } catch (error) {
    // Another process on the same database was faster.
    throw isUniqueViolation(error, 'spec_sets_pkey') ? movedOn() : error;
  }
}

/** A version of a set that could judge an engine. @throws Failure spec-set.not-found, engine.impossible */
async function choose({ database }: Context, row: EngineRow, specSet: string, version: number): Promise<SpecSet> {
  const spec = (await listVersions(database, specSet)).find((one) => one.version === version);
  if (!spec) throw notThere('specSet', `${specSet}, version ${version}`);
  const misfits = checkSpecFits(row.engine, spec);
  if (misfits.length > 0) throw new Failure('engine.impossible', asIssues(misfits));
  return spec;
}

/** Which verdicts on an engine would change if it were judged by a version of a set. @throws Failure as `move` */
export async function changesIf(
  context: Context,
  engines: Engines,
  engineId: string,
  { specSet, version }: { specSet: string; version: number },
): Promise<VerdictChange[]> {
  const row = await engines.get(engineId);
  return verdictChanges(await engines.file(row.id), { spec: await choose(context, row, specSet, version) });
}

/**
 * Has an engine judged by another version of a set, or by another set, from here on. Sent twice under one id, it is
 * moved once.
 *
 * @throws Failure engine.not-found, spec-set.not-found, spec-set.same, engine.impossible, act.id-taken
 */
export async function moveEngine(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  asked: z.infer<typeof moveRequest>,
): Promise<EngineRow> {
  const { audit, clock, database, newId } = context;
  const { specSet, version, reason } = asked;
  const at = clock.now();
  const move: SpecMove = { id: asked.id ?? newId(), specSet, version, reason, by: by.handle, at: at.toISOString() };
  return audit.exclusively(async () => {
    const row = await engines.inWork(engineId);
    const known = await findAct(database, move.id);
    if (known && !isSameAct(known, row.id, { kind: 'spec-set', ...move })) throw new Failure('act.id-taken');
    if (known) return row;
    if (row.spec.id === specSet && row.spec.version === version) throw new Failure('spec-set.same');
    const judged = { ...row, spec: await choose(context, row, specSet, version) };
    const from = { specSet: row.spec.id, version: row.spec.version };
    const act = {
      at,
      by: by.handle,
      act: 'engine.spec-moved',
      engineId: row.id,
      body: { from, to: { specSet, version }, reason },
      rows: [actRow(row.id, { kind: 'spec-set', ...move })],
    };
    await engines.turnInto(judged, () =>
      engines.atHand.put(
        row.id,
        () => act,
        (hand) => hand.addAct({ kind: 'spec-set', ...move }),
      ),
    );
    return judged;
  });
}
