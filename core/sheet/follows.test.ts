import type { CamCard } from '../cam/cam-card.js';
import { turningEvents } from '../cam/turning-events.js';
import { feeds, isInput, RULES } from '../derive/rules.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { findMeasure } from '../plan/measures.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import type { Unit } from '../units/units.js';
import { camKnownOf } from './cam-known.js';
import type { Reading } from './reading.js';
import { sheetOf as sheetOfFile } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';

const engine = LAYOUTS[0].engine as Engine;
const spec = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-hydraulic')!;

const reading = (measure: string, entered: string, unit: Unit = 'deg', place = 'engine', atValue?: number): Reading =>
  readingOf(measure, place, entered, unit, { atValue });
const inches = (measure: string, place: string, entered: string) => reading(measure, entered, 'in', place);
const sheetOf = (readings: Reading[], card?: CamCard) => sheetOfFile(fileOf({ engine, spec, readings, card }));
const rowOf = (readings: Reading[], measure: string, place = 'engine') =>
  sheetOf(readings).rows.find((row) => row.measure === measure && row.place === place);
/** What followed from the readings as a value of that measure, in order. */
const derivedOf = (readings: Reading[], measure: string) =>
  standOf(fileOf({ engine, spec, readings }))
    .triesAt(measure, 'engine')
    .filter(({ derived }) => derived);
/** Why the last of the readings cannot be. */
function faultOfLast(readings: Reading[]) {
  const stand = standOf(fileOf({ engine, spec, readings: readings.slice(0, -1) }));
  return stand.add(readings[readings.length - 1]);
}
const pass = (first: string, second: string) => [reading('tdc-stop-first', first), reading('tdc-stop-second', second)];
const hintsOf = (readings: Reading[], measure: string, place?: string) =>
  rowOf(readings, measure, place)!.hints.map((hint) => hint.code);

describe('bearings and bores', () => {
  test('bore less journal is the clearance, judged, and re-measuring either part judges anew', () => {
    const [bore, journal] = [inches('main-bore', 'M1', '2.4526'), inches('main-journal', 'M1', '2.4500')];
    expect(rowOf([bore, journal], 'main-clearance', 'M1')).toMatchObject({
      verdict: 'in', readingId: journal.id, derivedFrom: { measure: 'main-journal', formula: { rule: 'main-clearance' } },
    }); // prettier-ignore
    const smaller = inches('main-journal', 'M1', '2.4480');
    const tight = sheetOf([bore, journal, smaller]);
    expect(tight.flags).toEqual([
      expect.objectContaining({ measure: 'main-clearance', place: 'M1', verdict: 'high', open: true }),
    ]);
    const settled = sheetOf([bore, journal, smaller, inches('main-bore', 'M1', '2.4505')]);
    expect(settled.flags).toEqual([expect.objectContaining({ measure: 'main-clearance', open: false })]);
  });

  test('a clearance measured directly after the sizes takes over, and the other way round', () => {
    const sizes = [inches('main-bore', 'M1', '2.4526'), inches('main-journal', 'M1', '2.4500')];
    const direct = inches('main-clearance', 'M1', '0.0024');
    expect(rowOf([...sizes, direct], 'main-clearance', 'M1')!.entered).toBe('0.0024');
    expect(rowOf([direct, ...sizes], 'main-clearance', 'M1')!.derivedFrom).toBeDefined();
  });

  test('several directions tell taper and out of round', () => {
    const journal = inches('main-journal', 'M2', '2.4500;2.4498;2.4494;2.4493');
    expect(rowOf([journal], 'main-journal-round', 'M2')!.value / 25.4).toBeCloseTo(0.0002, 9);
    expect(rowOf([journal], 'main-journal-taper', 'M2')!.value / 25.4).toBeCloseTo(0.0006, 9);
    expect(rowOf([journal], 'main-journal-taper', 'M2')!.verdict).toBe('high');
    expect(rowOf([inches('main-journal', 'M2', '2.4500')], 'main-journal-round', 'M2')).toBeUndefined();
  });

  test('a size that is put right by one figure counts whole: what a slip in one direction told of its shape is gone', () => {
    const slip = inches('bore', '3', '4.030;4.003');
    const right = inches('bore', '3', '4.0302');
    expect(rowOf([slip], 'bore-round', '3')!.value / 25.4).toBeCloseTo(0.027, 6);
    const sheet = sheetOf([slip, right]);
    expect(sheet.rows.filter(({ place }) => place === '3').map(({ measure }) => measure)).toEqual(['bore']);
    expect(sheet.flags.filter(({ place, open }) => place === '3' && open)).toEqual([]);
    expect(rowOf([slip, right, inches('bore', '3', '4.0302;4.0300')], 'bore-round', '3')!.value / 25.4).toBeCloseTo(0.0002, 6); // prettier-ignore
  });

  test('a ring gap is judged by the bore of its own cylinder, and says when that is not known', () => {
    const gap = inches('ring-gap-top', '5', '0.017');
    expect(rowOf([gap], 'ring-gap-top', '5')!.verdict).toBe('unjudged');
    expect(hintsOf([gap], 'ring-gap-top', '5')).toContain('bore-unknown');
    const judged = rowOf([inches('bore', '5', '4.030'), gap], 'ring-gap-top', '5')!;
    expect(judged.verdict).toBe('low');
    expect(judged.limit!.min).toBeCloseTo(4.03 * 0.0045 * 25.4, 9);
    expect(judged.limit!.stated.min).toBe(0.0181);
  });

  test('a bank is out of square by its highest less its lowest, once all of it is measured', () => {
    const three = ['1', '3', '5'].map((place) => inches('deck-height', place, '0.005 below'));
    expect(rowOf(three, 'deck-square', 'B1')).toBeUndefined();
    const whole = rowOf([...three, inches('deck-height', '7', '0.002 above')], 'deck-square', 'B1')!;
    expect(whole.value / 25.4).toBeCloseTo(0.007, 9);
    expect(whole.verdict).toBe('high');
  });

  test('a pin whose side clearance differs asks for a rod that sits backwards', () => {
    const pins = ['P1', 'P2', 'P3'].map((place) => inches('rod-side-clearance', place, '0.016'));
    expect(hintsOf([...pins, inches('rod-side-clearance', 'P4', '0.030')], 'rod-side-clearance', 'P4')).toContain(
      'rod-backwards',
    );
  });
});

describe('dead centre', () => {
  test('two stops give the error of the wheel and flag it until a later pass reads true', () => {
    const first = pass('31.5 after', '26 before');
    expect(rowOf(first, 'tdc-wheel-error')).toMatchObject({ value: 2.75, verdict: 'high' });
    expect(sheetOf([...first, ...pass('28.75 after', '28.75 before')]).flags).toEqual([
      expect.objectContaining({ measure: 'tdc-wheel-error', open: false }),
    ]);
  });

  test('both ways on one side of dead centre ask whether a side was forgotten', () => {
    expect(hintsOf(pass('28', '27.2'), 'tdc-wheel-error')).toContain('both-on-one-side');
    expect(hintsOf(pass('28 before', '27.2 before'), 'tdc-wheel-error')).toContain('both-on-one-side');
    expect(hintsOf(pass('28 after', '27.2 before'), 'tdc-wheel-error')).toEqual([]);
    expect(hintsOf(pass('0', '10 after'), 'tdc-wheel-error')).toEqual([]);
  });

  test('a second reading belongs to the first before it, never to an older pass', () => {
    const readings = [...pass('30 after', '30 before'), reading('tdc-stop-first', '28 after')];
    expect(derivedOf(readings, 'tdc-wheel-error')).toHaveLength(1);
    expect(derivedOf([...readings, reading('tdc-stop-second', '29 before')], 'tdc-wheel-error').at(-1)!.value).toBe(
      -0.5,
    );
  });

  test('the same stop twice is refused by what it says', () => {
    expect(faultOfLast(pass('30 after', '30 after'))).toMatchObject({ code: 'same-stop' });
    expect(faultOfLast(pass('30 after', '30 before'))).toBeNull();
  });

  test('angles carry the doubt of the dead centre that they were read from', () => {
    const open = () => reading('intake-open', '4');
    expect(hintsOf([open()], 'intake-open')).toContain('dead-centre-unknown');
    expect(hintsOf([reading('tdc-quick', '1 after'), open()], 'intake-open')).toContain('dead-centre-rough');
    expect(hintsOf([...pass('31.5 after', '26 before'), open()], 'intake-open')).toEqual(['wheel-corrected']);
    expect(hintsOf([...pass('30 after', '30 before'), open()], 'intake-open')).toEqual([]);
  });

  test('a wheel that slipped makes every angle since the last true pass suspect, until it is read again', () => {
    const good = pass('30 after', '30 before');
    const before = [...good, reading('intake-open', '4'), reading('intake-close', '40')];
    const slipped = [...before, ...pass('33 after', '27 before')];
    const suspects = (readings: Reading[]) =>
      sheetOf(readings).flags.filter((flag) => flag.verdict === 'suspect' && flag.open).map((flag) => flag.measure); // prettier-ignore
    expect(suspects(before)).toEqual([]);
    expect(suspects(slipped)).toEqual(['intake-open', 'intake-close']);
    const again = [...slipped, ...pass('30 after', '30 before'), reading('intake-open', '4')];
    expect(suspects(again)).toEqual(['intake-close']);
    expect(suspects([...again, reading('intake-close', '40')])).toEqual([]);
  });
});

describe('a wheel that is off, or was misread', () => {
  const angle = () => reading('intake-open', '4');
  const suspects = (readings: Reading[]) =>
    sheetOf(readings).flags.filter((flag) => flag.verdict === 'suspect' && flag.open).map((flag) => flag.measure); // prettier-ignore

  test('a side that was forgotten is said by typing the reading again with its side', () => {
    const forgotten = pass('31', '30');
    for (const right of ['tdc-stop-second', 'tdc-stop-first']) {
      const again = reading(right, right === 'tdc-stop-second' ? '30 before' : '31 before');
      const sheet = sheetOf([...forgotten, again]);
      const row = sheet.rows.find(({ measure }) => measure === 'tdc-wheel-error')!;
      expect([row.value, row.verdict]).toEqual([right === 'tdc-stop-second' ? 0.5 : -0.5, 'doubt']);
      expect(row.hints).toEqual([]);
    }
  });

  test('a reading that corrects one takes its place in that pass; one that only supersedes it begins another', () => {
    const [first, second] = pass('13 after', '31 before');
    const right = { ...reading('tdc-stop-first', '31 after'), supersedes: first.id };
    const errors = (readings: Reading[]) => derivedOf(readings, 'tdc-wheel-error').map(({ value }) => value);
    expect(errors([first, second, { ...right, corrects: true }])).toEqual([-9, 0]);
    expect(errors([first, second, right])).toEqual([-9]);
    expect(errors([first, second, right, reading('tdc-stop-second', '31 before')])).toEqual([-9, 0]);
    // Angles between the wrong pass and its correction were read on a wheel that was true.
    const between = [first, second, angle(), { ...right, corrects: true as const }];
    expect(suspects(between)).toEqual([]);
    expect(rowOf(between, 'intake-open')).toMatchObject({ value: 4 });
  });

  test('a drop or a position of the sprocket that is put right tells from where it stood', () => {
    const drop = (flank: string, entered: string) => reading(`intake-drop-${flank}`, entered, 'deg', 'engine', 1.27);
    const [opening, closing] = [drop('opening', '86'), drop('closing', '148')];
    const right = { ...drop('opening', '68'), supersedes: opening.id, corrects: true as const };
    const good = pass('31 after', '31 before');
    expect(rowOf([...good, opening, closing], 'intake-centreline')!.value).toBe(117);
    expect(rowOf([...good, opening, closing, right], 'intake-centreline')!.value).toBe(108);
    // Only another try: it waits for its own closing.
    expect(rowOf([...good, opening, closing, { ...right, corrects: undefined }], 'intake-centreline')!.value).toBe(117);
    const offset = reading('cam-offset', '4');
    const put = { ...reading('cam-offset', '2'), supersedes: offset.id, corrects: true as const };
    expect(suspects([...good, offset, angle(), put])).toEqual([]);
    expect(suspects([...good, offset, angle(), { ...put, corrects: undefined }])).toEqual(['intake-open']);
  });

  test('suspicion ends when a pass as the wheel stands shows that it had not moved', () => {
    const before = [...pass('31 after', '31 before'), angle()];
    const slip = [...before, ...pass('31 after', '13 before')];
    expect(suspects(slip)).toEqual(['intake-open']);
    expect(suspects([...slip, ...pass('31 after', '31 before')])).toEqual([]);
    const moved = [...before, ...pass('35 after', '27 before'), ...pass('31 after', '31 before')];
    expect(suspects(moved)).toEqual(['intake-open']);
  });

  test('a pass that was struck says nothing of the wheel', () => {
    const readings = [...pass('31 after', '31 before'), angle(), ...pass('35 after', '27 before')];
    const strike = { kind: 'reading-struck' as const, id: 's1', readingId: readings[4].id, reason: 'misread', by: 'builder', at: '' }; // prettier-ignore
    const file = fileOf({ engine, spec, readings });
    const open = (acts: (typeof strike)[]) => sheetOfFile({ ...file, acts }).flags.filter(({ verdict }) => verdict === 'suspect'); // prettier-ignore
    expect(open([])).toHaveLength(1);
    expect(open([strike])).toHaveLength(0);
  });

  test('known to be four degrees off, it is taken out of every angle as a named term', () => {
    const card = { unit: 'in' as const, checkAt: 'lobe' as const, checkLift: 0.05, events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 } }; // prettier-ignore
    // A pointer four degrees after: what is before a dead centre reads four less, what is after it four more.
    const off = [...pass('34 after', '26 before'), reading('intake-open', '0'), reading('intake-close', '44'), reading('exhaust-open', '42'), reading('exhaust-close', '6')]; // prettier-ignore
    const rows = sheetOf(off, card).rows.slice(-4);
    expect(rows.map(({ value, verdict }) => [value, verdict])).toEqual([[4, 'in'], [40, 'in'], [46, 'in'], [2, 'in']]); // prettier-ignore
    expect(rows[1].corrected).toMatchObject({ read: 44, formula: { terms: [{ name: 'intake-close', value: 44 }, { name: 'tdc-wheel-error', sign: '−', value: 4 }] } }); // prettier-ignore
    expect(rows[0].hints.map(({ code }) => code)).toEqual(['wheel-corrected']);
    // Found true since: whether the pointer was put right before or after the angle, nobody knows.
    expect(suspects([...off, ...pass('30 after', '30 before')])).toHaveLength(4);
    expect(suspects([angle()])).toEqual(['intake-open']);
  });
});

describe('noses and the card', () => {
  const pair = (lobe: string, drop: number, opening: string, closing: string) => [
    reading(`${lobe}-drop-opening`, opening, 'deg', 'engine', drop),
    reading(`${lobe}-drop-closing`, closing, 'deg', 'engine', drop),
  ];
  const card = {
    unit: 'in' as const, checkAt: 'lobe' as const, checkLift: 0.05,
    events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 },
    intakeLobeLift: 0.341, exhaustLobeLift: 0.35,
  }; // prettier-ignore

  test('several drops give one centreline, and a spread over a degree is told', () => {
    const two = [...pair('intake', 0.508, '84.5', '131'), ...pair('intake', 1.27, '68', '148.5')];
    expect(rowOf(two, 'intake-centreline')).toMatchObject({
      value: 108,
      derivedFrom: { formula: { terms: [{ value: 107.75 }, { value: 108.25 }, { sign: '÷', value: 2 }] } },
    });
    expect(hintsOf([...two.slice(0, 2), ...pair('intake', 1.27, '68', '152')], 'intake-centreline')).toContain(
      'drop-spread',
    );
    expect(rowOf(pair('exhaust', 1.27, '148', '68'), 'exhaust-centreline')!.value).toBe(108);
  });

  test('of very many drops the sixteen read last make the centreline', () => {
    const many = Array.from({ length: 20 }, (_, turn) => pair('intake', 0.5 + turn / 100, String(80 + turn), '134'));
    const row = rowOf([...many.flat(), ...pair('intake', 0.5, '90', '134')], 'intake-centreline')!;
    // The first drop, read again, and the last fifteen others.
    const middles = [90, ...Array.from({ length: 15 }, (_, turn) => 85 + turn)].map((opening) => (opening + 134) / 2);
    expect(row.value).toBeCloseTo(middles.reduce((sum, one) => sum + one) / 16, 9);
  });

  test('a drop that closes before it opens is refused, one at another lift is no pair', () => {
    expect(faultOfLast(pair('intake', 1.27, '148', '68'))).toMatchObject({ code: 'closing-before-opening' });
    const [opening] = pair('intake', 1.27, '68', '148');
    expect(derivedOf([opening, pair('intake', 0.508, '84', '131')[1]], 'intake-centreline')).toEqual([]);
  });

  test('each event is judged against the card, and against the card moved to the chosen target', () => {
    const late = [...pass('30 after', '30 before'), reading('intake-open', '1'), reading('intake-close', '43')];
    expect(
      sheetOf(late, card)
        .rows.slice(-2)
        .map((row) => row.verdict),
    ).toEqual(['low', 'high']);
    const chosen = [reading('cam-target', '111'), ...late];
    expect(sheetOf(chosen, card).rows.slice(-2).map((row) => row.verdict)).toEqual(['in', 'in']); // prettier-ignore
  });

  test('a sprocket that was moved makes the angles before it suspect, until each is read again', () => {
    const before = [
      ...pass('30 after', '30 before'), reading('cam-target', '108'), reading('intake-open', '4'),
      ...pair('intake', 0.508, '84.5', '131'), ...pair('intake', 1.27, '68', '148.5'), reading('lobe-lift', '8.6', 'mm', '1I'),
    ]; // prettier-ignore
    const suspects = (readings: Reading[]) =>
      sheetOf(readings).flags.filter((flag) => flag.verdict === 'suspect' && flag.open).map((flag) => flag.measure); // prettier-ignore
    const moved = [...before, reading('cam-offset', '2')];
    expect(suspects([...before, reading('cam-offset', '0')])).toEqual([]);
    expect(suspects(moved)).toEqual(['intake-open', 'intake-centreline']);
    expect(hintsOf(moved, 'intake-open')).toEqual(['sprocket-moved']);
    expect(suspects([...moved, reading('cam-offset', '0')])).toEqual([]);
    const again = [...moved, ...pair('intake', 0.508, '82.5', '129')];
    expect(suspects(again)).toEqual(['intake-open']);
    expect(suspects([...again, reading('intake-open', '6')])).toEqual([]);
  });

  test.each([
    ['the sprocket was moved', () => [reading('cam-offset', '2')]],
    ['the wheel was found off dead centre', () => pass('33 after', '27 before')],
  ])('after %s, a drop is no pair to one read before', (_what, between) => {
    const before = [...pass('30 after', '30 before'), ...pair('intake', 0.508, '84.5', '131')];
    const [opening, closing] = pair('intake', 1.27, '66', '146.5');
    const valueOf = (readings: Reading[]) => rowOf(readings, 'intake-centreline')!.value;
    expect(valueOf([...before, ...between(), opening, closing])).toBe(106.25);
    expect(valueOf([...before, opening, ...between(), closing])).toBe(107.75);
    expect(valueOf([...before, opening, closing])).toBe(107);
  });

  test('a lobe that lifts short says which misalignment explains it, and when none can', () => {
    const at = (entered: string) => sheetOf([inches('lobe-lift', '1I', entered)], card).rows[0];
    expect(at('0.3395')).toMatchObject({ verdict: 'doubt', hints: [{ code: 'lift-short', explains: true }] });
    expect(at('0.330')).toMatchObject({ verdict: 'low', hints: expect.arrayContaining([expect.objectContaining({ code: 'lift-short', explains: false })]) }); // prettier-ignore
    expect(at('0.341').hints).toEqual([]);
  });

  test('the strip turns by the measured events as soon as both ends of a lobe are there, before that by the centreline', () => {
    const events = [reading('intake-open', '2'), reading('intake-close', '42'), reading('exhaust-open', '44'), reading('exhaust-close', '4')]; // prettier-ignore
    const good = pass('30 after', '30 before');
    const from = (readings: Reading[], of: CamCard | null = { ...card, seat: engine.seatEvents }) => {
      const file = fileOf({ engine, spec, readings, ...(of ? { card: of } : {}) });
      return turningEvents(camKnownOf(file, sheetOfFile(file)));
    };
    const both = (source: string) => ({ I: source, E: source });
    // Without a card they are the layout's, which is a guess.
    expect(from([], null)).toEqual({ events: engine.seatEvents, source: both('template') });
    expect(from([])).toEqual({ events: engine.seatEvents, source: both('card-seat') });
    expect(from([...good, ...pair('intake', 1.27, '70', '150')])).toMatchObject({ source: both('measured-centreline'), events: { intakeOpenBtdc: 28 } }); // prettier-ignore
    const { events: turned, source } = from([...good, ...events]);
    expect(source).toEqual(both('measured-events'));
    expect(turned).toEqual({ intakeOpenBtdc: 28, intakeCloseAbdc: 68, exhaustOpenBbdc: 68, exhaustCloseAtdc: 28 });
    expect(from([...good, ...events, ...pass('35 after', '25 before')]).source).toEqual(both('card-seat'));
  });
});

describe('the rules', () => {
  test('speak of measures of the catalogue, each name once', () => {
    expect(new Set(RULES.map(({ name }) => name)).size).toBe(RULES.length);
    for (const { wokenBy, reads, heeds = [], gives } of RULES)
      for (const key of [...wokenBy, ...reads, ...heeds, ...gives])
        expect([key, findMeasure(key)?.key]).toEqual([key, key]);
  });

  test.each<[string, string[]]>([
    ['main-bore', ['main-bore-round', 'main-bore-taper', 'main-clearance']],
    ['piston-skirt', ['piston-wall']],
    ['tdc-stop-first', ['tdc-wheel-error']],
    ['tdc-quick', ['tdc-wheel-error']],
    ['intake-drop-opening', ['intake-centreline']],
    ['exhaust-drop-closing', ['exhaust-centreline']],
    ['deck-height', ['deck-square']],
    ['preload-turns', ['plunger-depth', 'plunger-travel-left', 'plunger-depth-hot']],
    ['lash-cold', ['lash-hot', 'lift-lost']],
    // Where the sprocket stands only tells which drops belong together.
    ['cam-offset', []],
    ['valve-lift', ['lift-lost']],
    ['trial-tool-turns', ['trial-setting']],
    ['pushrod-tool-turns', ['pushrod-checked', 'pushrod-length', 'pushrod-off']],
  ])('what follows from %s is computed from them, not kept by hand', (measure, fed) => {
    expect(feeds(measure)).toEqual(fed);
    expect(isInput(measure)).toBe(fed.length > 0);
  });
});
