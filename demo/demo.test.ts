import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { EngineSummary } from '../contracts/engine.js';
import { measureOf } from '../core/plan/measures.js';
import { driftOf } from '../core/sheet/drift.js';
import { settingWayOf, slackRoundsOf } from '../core/sheet/setting-progress.js';
import type { Sheet } from '../core/sheet/sheet.js';
import { openShopFolder, type OpenShop } from '../server/open-shop.js';
import { Engines } from '../server/services/engines.js';
import { projectRoot } from '../server/project-root.js';
import { checkAudit } from '../server/store/check-audit.js';
import { program } from '../server/test-process.js';
import { findPdf, listRecords } from '../server/store/record-store.js';

let shop: OpenShop;
let engines: Engines;
let floor: EngineSummary[];
const folder = mkdtempSync(join(tmpdir(), 'utex-demo-'));

/** What `npm run demo` says of a data folder, once it is open. */
async function startOn(data: string): Promise<{ said: string; stop: () => Promise<void> }> {
  const [command, ...args] = program('demo/main');
  const process_ = spawn(command, args, {
    cwd: projectRoot(),
    env: { ...process.env, UTEX_DATA: data, UTEX_PORT: '0' },
  });
  let said = '';
  process_.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
  process_.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const stop = async () => {
    process_.kill('SIGTERM');
    await once(process_, 'exit');
  };
  while (!/PIN/.test(said) && process_.exitCode === null) await new Promise((resolve) => setTimeout(resolve, 50));
  return { said, stop };
}

/** What the command said when it built the demo in an empty folder, and what signing in was answered. */
let said: string;
let signedIn: number;

beforeAll(async () => {
  const data = join(folder, 'data');
  mkdirSync(data);
  const started = await startOn(data);
  said = started.said;
  const [, address] = /Marram Engine Works is open at (\S+)/.exec(said)!;
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ handle: 'lead', pin: /PIN of each: (\d+)/.exec(said)![1] }),
  });
  signedIn = answer.status;
  await started.stop();
  shop = await openShopFolder({ dataFolder: data, databaseUrl: null });
  engines = new Engines(shop.context);
  floor = (JSON.parse(await engines.floor({ search: '' }, 1)) as { engines: EngineSummary[] }).engines;
});
afterAll(async () => {
  await shop.close();
  rmSync(folder, { recursive: true, force: true });
});

const find = (tag: string) => floor.find((engine) => engine.tag === tag)!;
const sheetOf = (tag: string): Promise<Sheet> => engines.sheet(find(tag).id);

test('the engines stand in different states, the one that runs handed over', () => {
  expect(floor.map(({ tag, where }) => [tag, where.is, where.stage])).toEqual([
    ['KM1-052', 'opened', 'bottom-end'],
    ['DT2-007', 'measuring', 'cam-timing'],
    ['PH8-031', 'measuring', 'torque'],
    ['PH8-034', 'measuring', 'setting'],
    ['PH8-027', 'closing', null],
    ['BS6-098', 'handed-over', null],
    ['BS6-114', 'to-hand-over', null],
  ]);
});

test('one engine is set by each method; the quarter turns are in their fifth quarter', async () => {
  const ways: Record<string, string> = {};
  for (const { tag, id } of floor) {
    const file = await engines.file(id);
    const { method, chosenBy } = settingWayOf(file, file.spec.practice);
    if (chosenBy) ways[tag] = method;
  }
  expect(ways).toEqual({
    'PH8-031': 'eoic',
    'DT2-007': 'two-positions',
    'PH8-027': 'fewest',
    'PH8-034': 'quarter-turns',
    'BS6-098': 'each-tdc',
  });
  const slack = slackRoundsOf(await engines.file(find('PH8-034').id));
  expect([slack.rounds.length, slack.isDone]).toEqual([5, false]);
});

test('the running Bittern has one valve that has drifted since its first heat, and its lash is due', async () => {
  const { rows } = await sheetOf('BS6-098');
  const { engine, spec } = await engines.file(find('BS6-098').id);
  const drift = driftOf(engine, spec.practice, rows, measureOf('lash-cold'), ['build', 'first-heat']);
  expect(drift.filter(({ isReal }) => isReal).map(({ place, cause, isAlone }) => [place, cause, isAlone])).toEqual([['4E', 'opened', true]]); // prettier-ignore
  expect(find('BS6-098').due[0].what).toBe('Valve lash');
});

test('the spare Petrel had a lifter that hung: what was odd is answered, and what holds 4E open says what it takes', async () => {
  const { rows } = await sheetOf('PH8-027');
  const { acts } = await engines.file(find('PH8-027').id);
  expect(acts.some((act) => act.kind === 'hint-answer' && act.hint === 'adjuster-deep')).toBe(true);
  const [hint] = rows.find(({ measure }) => measure === 'held-open')!.hints;
  expect(hint).toMatchObject({ code: 'no-lash-left', remedy: { excess: expect.any(Number) } });
});

test('every act went through the log, and the chain holds', async () => {
  const { rows, brokenAt } = await checkAudit(shop.context.database);
  expect(brokenAt).toBeNull();
  expect(rows).toBeGreaterThan(100);
});

test('the Petrel is degreed whole: its cam came out late, was set right, and measures in since', async () => {
  const sheet = await sheetOf('PH8-031');
  const verdictOf = (measure: string) =>
    sheet.rows.find((row) => row.measure === measure && row.place === 'engine')?.verdict;
  for (const measure of [
    'tdc-wheel-error',
    'intake-open',
    'intake-close',
    'exhaust-open',
    'exhaust-close',
    'intake-centreline',
    'exhaust-centreline',
  ])
    expect([measure, verdictOf(measure)]).toEqual([measure, 'in']);
  const was = sheet.flags.filter((flag) => !flag.open).map((flag) => flag.measure);
  expect(was).toEqual(expect.arrayContaining(['tdc-wheel-error', 'intake-centreline', 'ring-gap-top']));
  expect(sheet.flags.filter((flag) => flag.open).map((flag) => flag.place)).toEqual(['F:heads-2:7', '6E']);
});

test('the Bittern’s wheel slipped; what was read on it was read again before it was signed', async () => {
  const sheet = await sheetOf('BS6-114');
  const suspects = sheet.flags.filter((flag) => flag.verdict === 'suspect');
  expect(suspects.map((flag) => flag.measure)).toEqual(expect.arrayContaining(['intake-open', 'exhaust-open']));
  expect(suspects.every((flag) => !flag.open)).toBe(true);
});

test('the Dunlin is measured in millimetres throughout', async () => {
  const sheet = await sheetOf('DT2-007');
  const lengths = sheet.rows.filter((row) => row.unit === 'mm');
  expect(lengths.length).toBeGreaterThan(12);
  expect(new Set(lengths.map((row) => row.enteredUnit).filter((unit) => unit !== 'deg'))).toEqual(new Set(['mm']));
  expect(sheet.flags.filter((flag) => flag.open)).toEqual([]);
});

test('the Bittern’s PDF says in words what was measured, what slipped, and how to verify it', async () => {
  const [summary] = await listRecords(shop.context.database, find('BS6-114').id);
  const { pdf } = (await findPdf(shop.context.database, summary.id))!;
  const path = join(folder, 'record.pdf');
  writeFileSync(path, pdf);
  const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  for (const said of [
    'Marram Engine Works',
    'BS6-114, Bittern S6',
    'Osgood Farm Pulling Team',
    'Wren Halloway',
    'Ansel Brook',
    'Tractor solid, version 2',
    'Lash, cold',
    'Cam timing as measured, checked at 0.05 in',
    '17 within limits; everything required was measured',
    'Intake centreline',
    'Cam card: Plough 224',
    'Lock nut had slipped; set again',
    'suspect',
    'Nothing that the spec set requires is missing',
    'Earlier readings',
    'Limits and their sources',
    '/verify',
    'Ed25519',
  ])
    // prettier-ignore
    expect(text).toContain(said);
  expect(text.replace(/\s/g, '')).toContain(summary.fingerprint);
  // The page for the frame carries the cam as it was degreed, event by event, in the signs of the card.
  const [front] = text.split('\f');
  expect(front).toMatch(/Intake closes\s+40\.25°\s+after BDC/);
  expect(front).toMatch(/Exhaust opens\s+46\.00°\s+before BDC/);
});

describe('the command', () => {
  test('in a folder that is there and empty the demo is built, and its handles and PIN work', () => {
    expect(said).toContain('handles: owner, lead, builder, apprentice');
    expect(signedIn).toBe(200);
  });

  test('on another shop’s data it says so, and prints no handles that would not work', async () => {
    const data = join(folder, 'other');
    const other = await openShopFolder({ dataFolder: data, databaseUrl: null });
    await other.close();
    const { said, stop } = await startOn(data);
    expect(said).toContain('holds a shop of its own, not the demo');
    expect(said).not.toContain('handles:');
    await stop();
  });
});
