import { completeCard, type CamCard } from '../../../core/cam/cam-card.js';
import { lobeFromCard } from '../../../core/cam/lobe-from-card.js';
import type { LobeSweep } from '../../../core/cam/lobe-sweep.js';
import { LAYOUTS } from '../../../core/engine/layouts.js';
import type { Engine } from '../../../core/engine/engine.js';
import { CARD_FIELDS, checkCard, EMPTY_CARD, formOf, readDraft } from './card-form.js';
import { cardCurve, furthestApart, newestSweep, sweptCurve } from './curves.js';
import { GENERAL_PRACTICE } from '../../../core/plan/practice.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import { findsOf, onWheel } from '../../../core/drawing/wheel-finds.js';
import { crankOf } from './on-the-wheel.js';
import { PARTS, partOf, timingSteps } from './steps.js';
import { whatToRead } from './words.js';

const v8 = LAYOUTS[0].engine as Engine;
const CARD: CamCard = {
  title: 'Heron', unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeDuration: 226, exhaustDuration: 230, intakeCentreline: 108,
  lobeSeparation: 111, seatLift: 0.006, seatIntakeDuration: 276, seatExhaustDuration: 280, intakeLobeLift: 0.341, exhaustLobeLift: 0.35,
}; // prettier-ignore

describe('the cam card as it is typed', () => {
  const form = (text: Record<string, string>) => ({ ...EMPTY_CARD, ...readDraft({ text }) });

  test('a card on file comes back into its fields, and from there the same card', () => {
    const whole: CamCard = { ...CARD, events: { intakeOpenBtdc: -4 }, seat: { exhaustCloseAtdc: 26 } };
    expect(checkCard(formOf(whole)).card).toEqual(whole);
  });

  test('a card half typed in the first version is found again, whose device kept it as one flat list', () => {
    const { text } = readDraft({ title: 'Heron', text: { checkLift: '0.050', 'events.intakeOpenBtdc': '4 after' } });
    expect(text).toMatchObject({ checkLift: '0.050', intakeDuration: '', events: { intakeOpenBtdc: '4 after' } });
    expect(readDraft({ text })).toEqual({ text });
  });

  test('events may have their side in words, as some makers print them', () => {
    const { card } = checkCard(
      form({ checkLift: '0.050', 'events.intakeOpenBtdc': '4 after', 'events.intakeCloseAbdc': '36' }),
    );
    expect(card!.events).toEqual({ intakeOpenBtdc: -4, intakeCloseAbdc: 36 });
  });

  test.each([
    [{ checkLift: '' }, 'checkLift'],
    [{ checkLift: '0' }, 'checkLift'],
    [{ checkLift: '0.05', intakeDuration: 'long' }, 'intakeDuration'],
    [{ checkLift: '0.05', intakeCentreline: '300' }, 'intakeCentreline'],
    [{ checkLift: '0.05', 'events.exhaustOpenBbdc': '44 sideways' }, 'events.exhaustOpenBbdc'],
    [{ checkLift: '0,05.' }, 'checkLift'],
  ])('%j is refused at %s', (text, field) => {
    const { issues } = checkCard(form(text as Record<string, string>));
    expect(issues.map(({ path }) => path)).toContain(field);
  });

  test('every field has one place on the form', () => {
    const paths = CARD_FIELDS.flatMap(({ fields }) => fields.map(([path]) => path));
    expect(new Set(paths).size).toBe(paths.length);
    for (const key of Object.keys(CARD)) if (!['title', 'unit', 'checkAt'].includes(key)) expect(paths).toContain(key);
  });
});

describe('lift curves', () => {
  const card = completeCard(CARD);
  const swept = (centreline: number, change: Partial<LobeSweep> = {}): LobeSweep => ({
    id: 'x', place: '1I', unit: 'in', measuredAt: 'lobe', by: 'builder', at: '',
    points: lobeFromCard({ lobeLift: 0.341, durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 226 }], centreline, step: 2 }).points,
    ...change,
  }); // prettier-ignore
  const noseOf = (curve: { x: number; y: number }[]) => curve.reduce((top, point) => (point.y > top.y ? point : top));

  test('the card’s intake lies after overlap top centre, its exhaust before', () => {
    expect(noseOf(cardCurve(card, 'I', 'in')!).x).toBeCloseTo(108, 0);
    expect(noseOf(cardCurve(card, 'E', 'in')!).x).toBeCloseTo(-114, 0);
    expect(noseOf(cardCurve(card, 'I', 'mm')!).y).toBeCloseTo(0.341 * 25.4, 2);
  });

  test('a card that prints too little draws nothing rather than something made up', () => {
    expect(cardCurve(completeCard({ ...CARD, seatLift: undefined }), 'I', 'in')).toBeNull();
    expect(cardCurve(completeCard({ ...CARD, intakeLobeLift: undefined }), 'I', 'in')).toBeNull();
    expect(cardCurve(completeCard({ ...CARD, seatIntakeDuration: 200 }), 'I', 'in')).toBeNull();
  });

  test('a sweep is turned to its own side, whichever turn of the crank it was counted on', () => {
    expect(noseOf(sweptCurve(swept(108), 'I', 'in')).x).toBeCloseTo(108, 0);
    expect(noseOf(sweptCurve(swept(246), 'E', 'in')).x).toBeCloseTo(-114, 0);
    expect(noseOf(sweptCurve(swept(468), 'I', 'in')).x).toBeCloseTo(108, 0);
  });

  test('measured at the valve, ratio and lash are taken out', () => {
    const points = swept(108).points.map(([deg, lift]): [number, number] => [deg, Math.max(0, lift * 1.6 - 0.01)]);
    const curve = sweptCurve(swept(108, { points, measuredAt: 'valve', rockerRatio: 1.6, lash: 0.01 }), 'I', 'in');
    expect(noseOf(curve).y).toBeCloseTo(0.341, 4);
  });

  test('the worst point is where the two lie furthest apart, with its sign', () => {
    const flat = [0, 10, 20, 30].map((x) => ({ x, y: 0.1 }));
    const measured = [{ x: 5, y: 0.1 }, { x: 15, y: 0.07 }, { x: 25, y: 0.11 }]; // prettier-ignore
    expect(furthestApart(flat, measured)).toMatchObject({ x: 15 });
    expect(furthestApart(flat, measured)!.apart).toBeCloseTo(-0.03, 9);
    expect(furthestApart(flat, [{ x: 99, y: 1 }])).toBeNull();
  });

  test('the newest sweep of a kind counts', () => {
    const sweeps = [
      swept(108, { id: 'a' }),
      swept(246, { id: 'b', place: '1E' }),
      swept(109, { id: 'c', place: '3I' }),
    ];
    expect(newestSweep(sweeps, 'I')!.id).toBe('c');
    expect(newestSweep(sweeps, 'E')!.id).toBe('b');
    expect(newestSweep([], 'I')).toBeUndefined();
  });
});

describe('the steps of the degreeing', () => {
  test('four events at the check lift, two drops a lobe, every lobe lift, end play', () => {
    const steps = timingSteps(v8, 1.27, 'in', GENERAL_PRACTICE);
    expect(steps.slice(0, 4).every(({ at }) => at!.by === 'lift' && at!.value === 1.27)).toBe(true);
    expect(steps.filter(({ measure }) => measure.includes('-drop-')).map(({ at }) => at!.value)).toEqual([0.508, 0.508, 1.27, 1.27, 0.508, 0.508, 1.27, 1.27]); // prettier-ignore
    expect(steps.filter(({ measure }) => measure === 'lobe-lift')).toHaveLength(16);
    expect(timingSteps(v8, 1, 'mm', GENERAL_PRACTICE)[4].at).toEqual({ by: 'drop', value: 0.5 });
  });

  test('every step belongs to a part of the list, and has a sentence that says what to read', () => {
    for (const step of timingSteps(v8, 1.27, 'in', GENERAL_PRACTICE)) {
      expect(PARTS.map(({ key }) => key)).toContain(partOf(step));
      expect(whatToRead(step, '0.050 in', null)).toMatch(/^[A-Z].+\.$/);
    }
    expect(whatToRead({ measure: 'intake-open', place: 'engine' }, null, null)).toContain('file the cam card');
  });

  test('an event lies on the wheel where its signs put it', () => {
    expect(onWheel('intake-open', 4)).toBe(-4);
    expect(onWheel('intake-close', 40)).toBe(-140);
    expect(onWheel('exhaust-centreline', 114)).toBe(-114);
  });
});

describe('the crank stands where the number says', () => {
  const at = (measure: string, change: { typed?: number; read?: [number, number?][]; drop?: number } = {}) => {
    const slot = (drop?: number) => ({
      measure,
      place: 'engine',
      ...(drop === undefined ? {} : { at: { by: 'drop' as const, value: drop } }),
    });
    return crankOf({
      entry: { preview: change.typed === undefined ? null : { value: change.typed } },
      target: { measure: measureOf(measure), slot: slot(change.drop) },
      desk: { readings: (change.read ?? []).map(([value, drop]) => ({ ...slot(drop), value })) },
    });
  };

  test('at what is typed, before that at what was last read here, before that at the top', () => {
    expect(at('intake-close', { typed: 40, read: [[45]] })).toBe(220 - 360);
    expect(at('intake-close', { read: [[45], [44]] })).toBe(224 - 360);
    expect(at('intake-close')).toBe(0);
  });
  test('each event from its own dead centre, in its own sense', () => {
    expect([at('intake-open', { typed: 4 }), at('exhaust-close', { typed: 2 })]).toEqual([-4, 2]);
    expect(at('exhaust-open', { typed: 46 })).toBe(180 - 46);
  });
  test('a drop at another lift is no reading of this one', () => {
    expect(at('intake-drop-opening', { read: [[84, 0.5], [68, 1.27]], drop: 0.5 })).toBe(84); // prettier-ignore
  });
  test('what has no dead centre does not turn the wheel', () => {
    expect(at('cam-end-play', { typed: 0.1 })).toBe(0);
  });

  test('what is found lies on the wheel under its short name, in the order of the table', () => {
    const row = (measure: string, value: number) => ({ measure, value }) as SheetRow;
    expect(findsOf([row('intake-centreline', 108), row('intake-open', 4), row('cam-end-play', 0.1)])).toEqual([
      { key: 'intake-open', deg: -4, label: 'I opens', kind: 'intake' },
      { key: 'intake-centreline', deg: 108, label: 'I nose', kind: 'intake' },
    ]);
  });
});
