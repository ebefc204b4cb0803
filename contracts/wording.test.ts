import { wordAct, WORDED_ACTS } from './wording/act.js';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Hint } from '../core/judge/hints.js';
import { wordCounts, wordMap } from './wording/record.js';
import { wordEntry } from './wording/entry.js';
import { wordHint } from './wording/hint.js';
import { wordLimit } from './wording/limit.js';

const IN = 25.4;
/** Each hint as core gives it, the unit in which the builder typed, and what is to be read at the bench. */
const SAID: [Hint, 'in' | 'mm' | 'deg' | 'turn' | 'choice', string][] = [
  [{ code: 'differs-from-siblings', median: 0.016 * IN, difference: 0.004 * IN, score: 5.25, others: 7 }, 'in', 'Unlike its siblings: 0.0040 in above the other 7 (middle 0.0160). Measure it again.'],
  [{ code: 'differs-from-siblings', median: 0.4, difference: -0.1, score: -4.2, others: 1 }, 'mm', '0.100 mm below the only other one (0.400). Check them all.'],
  [{ code: 'tries-apart', by: -0.004 * IN }, 'in', '0.0040 in from the reading before. Measure a third time: two that agree count together.'],
  [{ code: 'unlike-expected', by: 'engine-data', expected: 100, difference: 4 }, 'mm', '4.000 mm above what the engine’s data say (100.000). Measure it again.'],
  [{ code: 'digit-slip', meant: 0.0155 * IN }, 'in', 'A digit slipped? 0.0155 would fit.'],
  [{ code: 'sign-slip', meant: -0.005 * IN }, 'in', 'The other sign? −0.0050 in would fit.'],
  [{ code: 'both-on-one-side', side: 'after' }, 'deg', 'Both ways were read after dead centre. Was one of them before? Then type it again with its side.'],
  [{ code: 'both-on-one-side', side: 'before' }, 'deg', 'Both ways were read before dead centre. Was one of them after? Then type it again with its side.'],
  [{ code: 'angle-unknown', by: 0.0003 * IN, upToDeg: 15 }, 'in', 'The pushrod’s angle is not on file: what moves the head counts whole. An angle of 0° to 15° makes the rod up to 0.0003 in longer.'],
  [{ code: 'dial-revolution', revolutions: 1, turn: 2.54 }, 'in', 'One turn of the dial too many (0.100 in)?'],
  [{ code: 'dial-revolution', revolutions: -1, turn: 2.54 }, 'in', 'One turn of the dial too few (0.100 in)?'],
  [{ code: 'on-its-lobe' }, 'turn', 'Did that lifter stand on its lobe? Then it never tightens.'],
  [{ code: 'hung-lifter' }, 'turn', 'Less than its neighbours: was zero really zero, or does the lifter hang in its bore?'],
  [{ code: 'adjuster-deep' }, 'turn', 'Further in than its neighbours: does its lifter hang in its bore?'],
  [{ code: 'plunger-doubtful', state: 'hung' }, 'turn', 'The lifter hung in its bore when zero was felt: free it, and feel zero again.'],
  [{ code: 'zero-by-drag', turns: 0.0625 }, 'turn', 'Zero was felt by drag, which tends to be tight, here commonly by 0.0625 of a turn: held against valves that were felt by play, this one stands deeper than it says.'],
  [{ code: 'zero-by-drag', turns: null }, 'turn', 'Zero was felt by drag, which tends to be tight: held against valves that were felt by play, this one stands deeper than it says.'],
  [{ code: 'too-deep', excess: 0.052 * IN, pushrodChange: -0.052 * IN, pivotShim: 0.03274 * IN }, 'turn', '52.0 thou deeper than it is to stand. Where the adjuster cannot give it back: 32.7 thou more shim under the pivot, or a pushrod 52.0 thou shorter.'],
  [{ code: 'no-lash-left', remedy: { excess: 0.09765 * IN, pushrodChange: -0.09765 * IN, pivotShim: 0.06148 * IN } }, 'in', 'No lash left at zero turns: the plunger is on its bottom, and 0.0977 in more is wanted than the adjuster has. It takes 0.0615 in more shim under the pivot, or a pushrod 0.0977 in shorter.'],
  [{ code: 'no-lash-left', remedy: null }, 'in', 'No lash left at zero turns: the plunger is on its bottom. What it takes can be told once the lifter’s travel and where its plunger is to stand are on file.'],
  [{ code: 'adjuster-off', used: 5, least: 1, most: 4, pushrodChange: 2.017 }, 'turn', 'The adjuster ends 5.000 turns from its start, outside 1 to 4: a pushrod 79.4 thou longer brings it in.'],
  [{ code: 'feeler-disagrees', blades: 'both' }, 'choice', 'Both blades go: there is more lash than was written down.'],
  [{ code: 'feeler-disagrees', blades: 'neither' }, 'choice', 'Neither blade goes: there is less lash than was written down.'],
  [{ code: 'rod-backwards' }, 'in', 'Unlike the other pins: does a rod sit backwards?'],
  [{ code: 'fits-other-valve', place: '3E' }, 'in', 'It would be within at 3 exhaust: is this the right valve?'],
  [{ code: 'bore-unknown' }, 'in', 'The limit is a factor of the bore: measure the bore of this cylinder first.'],
  [{ code: 'lift-short', fromDeg: 1.7, toDeg: 7.4, explains: true }, 'in', 'Short of its card: a dial 2 to 7° out of line would explain it.'],
  [{ code: 'lift-short', fromDeg: 13.6, toDeg: 15.6, explains: false }, 'in', 'Short of its card by more than a dial out of line explains (14 to 16°): another cam, a worn lobe, or a wrong setting.'],
  [{ code: 'drop-spread', spread: 1.5 }, 'deg', 'The drops differ by 1.50°: an asymmetric lobe, or a doubtful set-up.'],
  [{ code: 'not-corrected', lacks: ['stroke', 'rod-length', 'valve-angle'] }, 'in', 'Not brought to the final build: the stroke, the rod’s length and the valve’s angle to the cylinder missing.'],
  [{ code: 'other-parts', parts: ['rockers'] }, 'in', 'Checked with other rockers than the engine gets: another part of the same name measures differently.'],
  [{ code: 'stem-uneven', difference: 0.02 * IN, adjuster: 0.0074 * IN, turns: 0.178 }, 'in', 'The tip stands 0.0200 in higher than its neighbours: its adjuster will end 0.0074 in further out, 0.18 of a turn.'],
  [{ code: 'stem-uneven', difference: -0.3, adjuster: -0.11, turns: null }, 'mm', 'The tip stands 0.300 mm lower than its neighbours: its adjuster will end 0.110 mm further in.'],
  [{ code: 'lift-lost', lost: 0.02 * IN, springs: 'checking' }, 'in', '0.0200 in of lift is lost on the way: a soft spot in the checking rod, a plunger that gives, or a rod whose length is out.'],
  [{ code: 'lift-lost', lost: 0.02 * IN, springs: 'final' }, 'in', '0.0200 in of lift is lost on the way: rod and rocker bending under the springs, a plunger that gives, or a rod whose length is out.'],
  [{ code: 'another-rocker' }, 'in', 'Rubbed by another rocker than the engine gets: one of the same name may rub elsewhere.'],
  [{ code: 'rough-mark' }, 'in', 'Tapped before there was a pushrod: rough, and to be rubbed again.'],
  [{ code: 'unit-slip', unit: 'mm', meant: 0.4 }, 'in', 'Typed in the wrong unit? As mm it would fit.'],
  [{ code: 'implausible', side: 'more', least: 0.1, most: 0.5 * IN }, 'in', 'More than is ever found here (up to 0.5000 in). Read it again.'],
  [{ code: 'preload-hot-under', left: 0.015 * IN, least: 0.02 * IN }, 'turn', 'Hot, only 15.0 thou of preload is left: 5.0 thou under the least. Set it deeper, or set it warm.'],
  [{ code: 'moved-on-locking', by: -0.002 * IN }, 'in', 'Locking moved it by −0.0020 in. Allow for that, or hold the adjuster firmer.'],
  [{ code: 'springs-exchanged' }, 'in', 'Read with other springs than are in now. Read it again.'],
  [{ code: 'on-its-bottom', open: 0.128 * IN }, 'turn', 'Plunger on its bottom: it holds the valve 128.0 thou open. Don’t turn the engine: the valve may meet the piston and bend. Back the adjuster off first.'],
  [{ code: 'lift-not-on-card', lift: 0.508, printed: [1.27] }, 'deg', 'Not judged: read at 0.0200 in (0.508 mm). The card states events at 0.0500 in (1.270 mm).'],
  [{ code: 'apart-from-before', by: -1.5 }, 'deg', '1.50° from the reading before. Turned back to it? Back off and come up again in the running direction.'],
  [{ code: 'wheel-corrected', wheelErrorDeg: 4 }, 'deg', 'The wheel reads 4.00° after at true TDC. Corrected for that.'],
  [{ code: 'others-slipped', median: 2.45 * IN, meant: 0.245 * IN, others: 4 }, 'in', 'This fits, and the other 4 do not (middle 2.4500). The same slip in each? 0.2450 would fit. Check them first.'],
  [{ code: 'older-counts', value: 0.112 * IN, by: 'kate' }, 'in', 'The worst reading counts: 0.1120 in by kate, an older one. If it was wrong, strike it (Z).'],
  [{ code: 'dead-centre-unknown' }, 'deg', 'Dead centre was not found before this was read.'],
  [{ code: 'dead-centre-rough' }, 'deg', 'Dead centre was only found by the rough dial before this was read.'],
  [{ code: 'dead-centre-off' }, 'deg', 'The pointer was not at dead centre when this was read.'],
  [{ code: 'wheel-slipped' }, 'deg', 'The wheel slipped: this angle is suspect until it is read again.'],
  [{ code: 'sprocket-moved' }, 'deg', 'The sprocket was moved after this was read: read it again.'],
]; // prettier-ignore

describe('what is odd about a value is said in words, in the unit in which it was typed', () => {
  test.each(SAID)('%j in %s', (hint, unit, words) => expect(wordHint(hint, unit)).toBe(words));

  test('no hint of core is without a case here', () => {
    const core = ['judge/hints.ts', 'wheel/wheel-passes.ts'].map((file) =>
      readFileSync(fileURLToPath(new URL(`../core/${file}`, import.meta.url)), 'utf8'),
    );
    const hints = [...core[0].matchAll(/\{ code: ('[a-z-]+'(?: \| '[a-z-]+')*|[^}]*'sprocket-moved')/g)].flatMap(
      ([, codes]) => [...codes.matchAll(/'([a-z-]+)'/g)].map(([, code]) => code),
    );
    const doubts = [...core[1].matchAll(/'((?:dead-centre|wheel)-[a-z]+)'/g)].map(([, code]) => code);
    const said = new Set<string>(SAID.map(([{ code }]) => code));
    expect(new Set([...hints, ...doubts]).size).toBeGreaterThan(12);
    expect([...hints, ...doubts].filter((code) => !said.has(code))).toEqual([]);
  });
});

describe('what was typed and cannot be read is told why', () => {
  const choice = { options: ['at-clip', 'part-way', 'bottomed'] };
  const sided = { sides: { plus: 'above', minus: 'below' } };
  test.each([
    ['empty', {}, 'nothing was typed'],
    ['two-marks', {}, 'two decimal marks. Type one, without thousands: 1250.5 or 1250,5'],
    ['zero-denominator', {}, 'a fraction cannot be over zero'],
    ['not-a-number', {}, 'this is no number; write 0.625 or 5/8'],
    ['too-large', {}, 'nothing on an engine is as large as this'],
    ['not-an-option', choice, 'one of at-clip, part-way, bottomed'],
    ['unknown-side', sided, 'the side is above or below'],
    ['unknown-side', {}, 'this has no side'],
    ['sign-twice', sided, 'either a sign or a side, not both'],
    ['off-the-wheel', {}, 'the wheel reads from 0 to 360'],
    ['too-many-sizes', {}, 'at most four directions: front, front across, rear, rear across'],
  ] as const)('%s', (reason, measure, words) => expect(wordEntry(reason, measure)).toBe(words));
});

describe('what a record holds is one line', () => {
  test.each([
    [{ within: 16, doubt: 0, accepted: 0, notMeasured: 0 }, '16 within limits; everything required was measured'],
    [{ within: 12, doubt: 1, accepted: 1, notMeasured: 4 }, '12 within limits; 1 in doubt; 1 accepted outside limits, with a reason; 4 not measured'],
  ])('%j', (counts, words) => expect(wordCounts(counts)).toBe(words)); // prettier-ignore
});

describe('what the map of a record shows', () => {
  test.each([
    [[], 'No valve was measured'],
    [[{ measure: 'lash-cold', place: '1I', limit: null, enteredUnit: 'in' }], 'Lash, cold of each valve, thou'],
    [[{ measure: 'lash-cold', place: '1I', limit: null, enteredUnit: 'mm' }], 'Lash, cold of each valve, mm'],
  ])('%j', (values, words) => {
    expect(wordMap(values as never)).toBe(
      `${words}. Front of the engine to the left; the green of each ring is its limit.`,
    );
  });
});

describe('a limit stands as the shop wrote it', () => {
  test.each([
    [{ min: 0.02, max: 0.06, unit: 'in' }, '0.020 to 0.060 in'],
    [{ min: 0.0015, max: 0.003, unit: 'in' }, '0.0015 to 0.003 in'],
    [{ min: 0.0015, unit: 'in' }, '0.0015 in or more'],
    [{ max: 0.16, unit: 'mm' }, '0.16 mm or less'],
    [{ min: 0.5, max: 0.75, unit: 'turn' }, '0.50 to 0.75 turn'],
    [{ min: 0.0045, unit: 'in', basis: 'of-bore' }, '0.0045 × bore or more'],
    [{ min: -1.5, max: 1.5, unit: 'deg', basis: 'of-card' }, '−1.5 to 1.5° from the card'],
    [{ min: -1.5, max: 1.5, unit: 'deg' }, '−1.5 to 1.5°'],
  ] as const)('%j', (limit, words) => expect(wordLimit(limit)).toBe(words));
});

describe('an act of the log', () => {
  test.each<[string, Record<string, unknown>, string]>([
    ['disposition.made', { action: 'accepted', measure: 'ring-gap-top', place: '5', reason: 'Filed' }, 'called Top ring gap, cylinder 5 accepted: “Filed”'],
    ['readings.taken', { readings: { sha256: 'x', bytes: 1 }, rows: [[], []] }, 'took 2 readings'],
    ['engine.life-changed', { to: 'struck', reason: 'Twice' }, 'struck it: “Twice”'],
    ['person.changed', { handle: 'pip', role: 'off', pin: 'changed' }, 'changed pip: switched off, given a new PIN'],
    ['engine.spec-moved', { from: { specSet: 'a', version: 1 }, to: { specSet: 'a', version: 2 }, reason: 'New' }, 'had it judged by a v2 instead of a v1: “New”'],
    ['customer.changed', { name: 'B', from: 'A' }, 'wrote the page of A anew, now B'],
    ['thing.of-tomorrow', {}, 'thing of tomorrow'],
  ])('%s is a sentence behind a name', (act, body, sentence) => expect(wordAct(act, body)).toBe(sentence)); // prettier-ignore

  test('with a part too long for the log, or none at all, is still a sentence', () => {
    for (const act of WORDED_ACTS)
      for (const body of [{}, { parts: { sha256: 'x' }, readings: 'x', to: 'x', from: 'x', reason: { sha256: 'x' } }])
        expect(wordAct(act, body)).toMatch(/\w/);
  });
});
