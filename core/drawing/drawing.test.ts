import { worstOf } from '../judge/mark.js';
import { MARK_INK, PALETTE } from './palette.js';
import { LAYOUTS } from '../engine/layouts.js';
import type { Engine } from '../engine/engine.js';
import { placesOf } from '../engine/places.js';
import { arcPath, onCircle } from './arc.js';
import { chainLinks } from './chain.js';
import { cylinderSection } from './cylinder-section.js';
import { crankSide } from './crank-side.js';
import { onDisc, wheelMarks } from './degree-wheel.js';
import { MARK_SHAPES, MARK_WORD } from './verdict-mark.js';
import { findsOfEvents, spansOf } from './wheel-finds.js';
import { camEvents } from '../cam/cam-events.js';

const engines = LAYOUTS.flatMap((layout) => (layout.engine ? [layout.engine] : []));

describe('the crank from the side', () => {
  test.each(engines)('$layout: every main, pin, cylinder and bank has its place, inside the drawing', (engine) => {
    const side = crankSide(engine);
    expect(side.mains.map(({ place }) => place)).toEqual(placesOf(engine, 'main'));
    expect(side.pins.map(({ place }) => place)).toEqual(placesOf(engine, 'pin'));
    expect(side.cylinders.map(({ place }) => place)).toEqual(placesOf(engine, 'cylinder'));
    expect(side.banks.map(({ place }) => place)).toEqual(placesOf(engine, 'bank'));
    for (const { x, y } of [...side.mains, ...side.pins, ...side.cylinders, ...side.banks]) {
      expect(x > 0 && x < side.width).toBe(true);
      expect(y > 0 && y < side.height).toBe(true);
    }
  });

  test.each(engines)(
    '$layout: mains and pins run from the front to the rear, and no two cells of a kind touch',
    (engine) => {
      const side = crankSide(engine);
      for (const row of [side.mains, side.pins])
        for (let i = 1; i < row.length; i++) expect(row[i].x - row[i - 1].x).toBeGreaterThan(70);
      for (const a of side.cylinders)
        for (const b of side.cylinders) if (a !== b) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(66);
    },
  );

  test('a cross-plane crank stands up, level, level, down with the first cylinder at its dead centre', () => {
    const { pins, axisY } = crankSide(LAYOUTS[0].engine as Engine);
    expect(pins.map(({ y }) => Math.sign(Math.round(axisY - y)))).toEqual([1, 0, 0, -1]);
  });

  test('a crank with other numbers of mains and pins is still drawn', () => {
    const odd = { ...(LAYOUTS[0].engine as Engine), mains: 3 };
    expect(crankSide(odd).mains).toHaveLength(3);
    expect(crankSide({ ...odd, mains: 1 }).mains[0].x).toBeGreaterThan(0);
  });
});

describe('the degree wheel', () => {
  const texts = (face: Parameters<typeof wheelMarks>[0], runs: 'with' | 'against' = 'with') =>
    wheelMarks(face, runs).flatMap(({ text }) => (text === null ? [] : [text]));

  test('each face shows its own numbers', () => {
    expect(texts('0-360')).toEqual(['0', '30', '60', '90', '120', '150', '180', '210', '240', '270', '300', '330']);
    expect(texts('0-360', 'against').slice(0, 3)).toEqual(['0', '330', '300']);
    expect(texts('0-180-0')).toEqual(['0', '30', '60', '90', '120', '150', '180', '150', '120', '90', '60', '30']);
    expect(texts('0-90-0-90-0')).toEqual(['0', '30', '60', '90', '60', '30', '0', '30', '60', '90', '60', '30']);
  });

  test('the mark that the crank stands at lies under the pointer', () => {
    for (const deg of [-28.75, 0, 106, 224]) expect(onDisc(deg, deg)).toBe(0);
    expect(onDisc(30, 0)).toBe(-30);
  });
});

describe('a card on the wheel', () => {
  const card = { intakeOpenBtdc: 4, intakeCloseAbdc: 36, exhaustOpenBbdc: 44, exhaustCloseAtdc: -2 };

  test('each event lies where its own dead centre and side put it', () => {
    expect(findsOfEvents(card).map(({ label, deg }) => [label, ((deg % 360) + 360) % 360])).toEqual([
      ['I opens', 356], ['I closes', 216], ['E opens', 136], ['E closes', 358],
    ]); // prettier-ignore
  });

  test('a span is as long as the duration, and where both are open is the overlap', () => {
    const [intake, exhaust] = spansOf(card);
    const { intakeDuration, exhaustDuration, overlap } = camEvents(card);
    expect(intake.toDeg - intake.fromDeg).toBe(intakeDuration);
    expect(exhaust.toDeg - exhaust.fromDeg).toBe(exhaustDuration);
    expect(exhaust.toDeg - 360 - intake.fromDeg).toBe(overlap);
  });

  test('what is not known yet is left out: an event alone has no span, and one that closes before it opens has none', () => {
    expect(findsOfEvents({ intakeOpenBtdc: 4 })).toHaveLength(1);
    expect(spansOf({ intakeOpenBtdc: 4 })).toEqual([]);
    expect(spansOf({ intakeOpenBtdc: 0, intakeCloseAbdc: 0 })).toEqual([{ kind: 'intake', fromDeg: 0, toDeg: 180 }]);
    expect(spansOf({ intakeOpenBtdc: -170, intakeCloseAbdc: -170 })).toEqual([]);
  });
});

describe('small parts', () => {
  test('twelve o’clock is up, and degrees run clockwise', () => {
    expect(onCircle(0, 0, 10, 0)).toEqual({ x: 0, y: -10 });
    expect(onCircle(0, 0, 10, 90).x).toBeCloseTo(10, 9);
    expect(arcPath(0, 0, 10, -90, 90)).toMatch(/^M -10 -?0 A 10 10 0 0 1 10 -?0$/);
    expect(arcPath(0, 0, 10, -135, 135)).toContain(' 0 1 1 ');
  });

  test('every verdict has a shape and a word of its own', () => {
    const shapes = Object.values(MARK_SHAPES).map((shape) => JSON.stringify(shape));
    expect(new Set(shapes).size).toBe(shapes.length);
    expect(new Set(Object.values(MARK_WORD)).size).toBe(shapes.length);
  });
});

describe('one table of inks for screen, evening and paper', () => {
  /** Contrast of two inks, as WCAG 2 counts it. */
  const contrast = (a: string, b: string) => {
    const light = (ink: string) => {
      const [red, green, blue] = [1, 3, 5]
        .map((at) => parseInt(ink.slice(at, at + 2), 16) / 255)
        .map((part) => (part <= 0.03928 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
      return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
    };
    const [dark, bright] = [light(a), light(b)].sort((one, other) => one - other);
    return (bright + 0.05) / (dark + 0.05);
  };

  test.each(Object.entries(PALETTE))('%s: every mark and word stands out from its ground', (_shade, inks) => {
    for (const ink of [...Object.values(MARK_INK), 'brass', 'dye'] as const)
      expect([ink, contrast(inks[ink], inks.paper) >= 4.5]).toEqual([ink, true]);
  });

  test('what is suspect or out of its limit has the ink of flags, and no mark that is fine has', () => {
    const flagged = Object.entries(MARK_INK).filter(([, ink]) => ink === 'flag').map(([mark]) => mark); // prettier-ignore
    expect(flagged.sort()).toEqual(['high', 'low', 'suspect']);
    expect(worstOf(['in', 'accepted', 'suspect', 'high'])).toBe('suspect');
    expect(worstOf([])).toBe('missing');
  });
});

describe('a cylinder cut through', () => {
  const figures = {
    bore: 104.8,
    stroke: 91.4,
    rod: 154.9,
    intake: { angleDeg: 20, headMm: 52 },
    exhaust: { angleDeg: 20 },
  };

  test('is to scale: bore, stroke, throw and rod in one measure, all of it on the sheet', () => {
    const { piston, travel, throwRadius, pin, wrist, axis, walls, width, height, intake } = cylinderSection(figures);
    const scale = piston.width / 104.8;
    expect(travel.bottomY - travel.topY).toBeCloseTo(91.4 * scale, 6);
    expect(2 * throwRadius).toBeCloseTo(91.4 * scale, 6);
    expect(Math.hypot(pin.x - wrist.x, pin.y - wrist.y)).toBeCloseTo(154.9 * scale, 6);
    expect(walls.right - walls.left).toBeCloseTo(piston.width, 6);
    expect(Math.hypot(intake.head[1].x - intake.head[0].x, intake.head[1].y - intake.head[0].y)).toBeCloseTo(52 * scale, 6); // prettier-ignore
    for (const { x, y } of [pin, wrist, axis, intake.tip]) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(width);
      expect(y).toBeGreaterThan(0);
      expect(y).toBeLessThan(height);
    }
  });

  test('leans each valve outwards by its own angle, and stands upright at none', () => {
    const leant = cylinderSection(figures);
    const upright = cylinderSection({ ...figures, intake: { angleDeg: 0 } });
    expect(leant.intake.tip.x).toBeLessThan(leant.intake.seat.x);
    expect(leant.exhaust.tip.x).toBeGreaterThan(leant.exhaust.seat.x);
    expect(upright.intake.tip.x).toBeCloseTo(upright.intake.seat.x, 9);
  });

  test('is drawn as engines usually are where nothing is known, and however odd what is', () => {
    for (const odd of [{}, { bore: 20 }, { stroke: 500 }, { rod: 1 }]) {
      const { piston, walls } = cylinderSection({ ...odd, intake: {}, exhaust: {} });
      expect(piston.width).toBeGreaterThan(10);
      expect(walls.endY).toBeGreaterThan(walls.deckY);
    }
  });
});

describe('the chain of acts', () => {
  const states = (walked: number, total: number, faultsAt: number[] = []) =>
    chainLinks(walked, total, faultsAt).map(({ state }) => state);

  test('fills link by link as it is walked, and is whole at its end, however many acts there are', () => {
    for (const total of [1, 7, 48, 49, 5000]) {
      expect(new Set(states(0, total))).toEqual(new Set(['ahead']));
      expect(new Set(states(total, total))).toEqual(new Set(['whole']));
    }
    const half = states(2500, 5000);
    expect(half.indexOf('ahead')).toBe(half.length / 2);
  });

  test('shows a fault in the link that it was found in', () => {
    expect(states(5000, 5000, [0]).indexOf('broken')).toBe(0);
    expect(states(5000, 5000, [4999]).indexOf('broken')).toBe(states(1, 1).length - 1);
    expect(states(3, 3, [1]).filter((state) => state === 'broken')).toHaveLength(1);
  });
});
