import { chance } from '../chance.js';
import { lengthNeeds } from '../sheet/length-needs.js';
import { judgingOf } from '../sheet/judging-of.js';
import { standOf } from '../sheet/stand.js';
import { CHECK, engine, fileWith, IN, paper, RODS, shop } from '../sheet/test-geometry.js';
import { readingOf } from '../sheet/test-file.js';
import { preload } from '../valvetrain/preload.js';
import { keptRod, type RodsKept } from '../valvetrain/rods-kept.js';
import { pushrodLength } from '../valvetrain/pushrod-length.js';
import { rodAdjuster, rodPerTurn } from '../valvetrain/rod-adjuster.js';
import { direction, goFrom } from './plane.js';
import { someDrive } from './some-drive.js';
import { hotPreload } from '../valvetrain/hot-preload.js';
import {
  BARE,
  depthPressed,
  lashUnder,
  rodLeanDeg,
  rodWithoutPlay,
  turnsWithoutPlay,
  valveOpen,
} from './valve-drive.js';

/** What the formulas say of rods and adjusters, against drives that are only points and distances. */

const DRIVES = 150;
const drivesWith = (adjuster: 'nut' | 'screw') => {
  const next = chance(7);
  return Array.from({ length: DRIVES }, () => someDrive(adjuster, next));
};
/** What formulas leave out, as a part of the whole: the lever changes while the rocker turns, rod and screw are not in one line. */
const LEVER = 0.08;

describe.each(['nut', 'screw'] as const)('an adjuster with a %s', (adjuster) => {
  test('stands with another rod where it takes the last play out', () => {
    for (const { drive, ratio, rod, turns } of drivesWith(adjuster))
      for (const longer of [-1.27, -0.6, 0.6, 1.27]) {
        const { candidates } = rodAdjuster({ mount: adjuster, pitch: drive.pitch, rockerRatio: ratio, at: { length: rod, turns }, rods: [rod + longer] }); // prettier-ignore
        const truth = turnsWithoutPlay(drive, { ...BARE, rod: rod + longer })!;
        expect(Math.sign(truth - turns)).toBe(-Math.sign(longer));
        expect(Math.abs(candidates[0].turns - truth)).toBeLessThan(Math.abs(truth - turns) * LEVER);
      }
  });

  test('presses the plunger as deep as its turns say', () => {
    const mount = adjuster === 'nut' ? 'stud-nut' : 'rocker-screw';
    for (const { drive, ratio, rod, turns } of drivesWith(adjuster))
      for (const more of [0.25, 0.75, 1.5]) {
        const truth = depthPressed(drive, { ...BARE, rod, turns: turns + more });
        const { plungerTravel } = preload({ mount, rockerRatio: ratio, turns: more, pitch: drive.pitch });
        expect(Math.abs(plungerTravel! - truth)).toBeLessThan(truth * LEVER);
      }
  });

  test('as the table of rods says it of an engine on the bench', () => {
    for (const { drive, ratio, rod } of drivesWith(adjuster).slice(0, 30)) {
      const of = {
        ...engine,
        lifter: 'solid' as const,
        mount: adjuster === 'nut' ? ('stud-nut' as const) : ('rocker-screw' as const),
        thread: { threadsPerUnit: 25.4 / drive.pitch, unit: 'in' as const },
        ratio: { intake: ratio, exhaust: ratio },
      };
      // The checking rod is not the one that turns were read at: those of a stud are carried, a screw's are its own.
      const tried = adjuster === 'nut' ? rod - 0.8 : rod;
      const typed = (measure: string, value: number, unit: 'in' | 'turn', atValue?: number) =>
        readingOf(measure, '1I', value.toFixed(4), unit, { atValue });
      const readings = [
        typed('pushrod-checked', rod / IN, 'in'),
        typed('trial-turns', turnsWithoutPlay(drive, { ...BARE, rod: tried })!, 'turn', adjuster === 'nut' ? tried : 1),
      ];
      const papers = [paper('mock-up', { ...CHECK, gasketFinal: CHECK.gasketAtCheck }), paper('pushrods', { ...RODS, plunger: undefined })]; // prettier-ignore
      const file = fileWith(readings, papers, shop, of);
      const [{ adjuster: said, wanted }] = lengthNeeds(judgingOf(file, standOf(file)));
      for (const longer of [-1.2, 1.2]) {
        const truth = turnsWithoutPlay(drive, { ...BARE, rod: rod + longer })!;
        expect(Math.abs(said!.at! - longer / said!.perTurn - truth)).toBeLessThan(0.15);
      }
      const { least, most } = shop.practice.geometry!.adjusterTurns;
      const atEnds = [wanted!.window.min, wanted!.window.max].map((length) => turnsWithoutPlay(drive, { ...BARE, rod: length })!); // prettier-ignore
      expect(atEnds).toEqual([expect.closeTo(most, 0), expect.closeTo(least, 0)]);
    }
  });
});

describe('a rod that fits at the check', () => {
  test('fits in the build with the gasket’s, the cuts’ and the plunger’s terms, the adjuster left where it is', () => {
    const next = chance(11);
    for (const { drive, ratio, rod, turns } of drivesWith('nut')) {
      const [gasket, cut, plunger] = [0.5 * (next() - 0.5), 0.4 * next(), 1.2 * next()];
      const { length } = pushrodLength({
        checkedLength: rod,
        gasketAtCheck: 1.2,
        gasketFinal: 1.2 + gasket,
        plungerDepthAtCheck: 0,
        plungerDepthTarget: plunger,
        headCutAfterCheck: cut,
        deckCutAfterCheck: 0,
        pushrodAngleDeg: Math.abs(rodLeanDeg(drive, { ...BARE, turns })),
        lash: 0,
        lashAtCheck: 0,
        rockerRatio: ratio,
      });
      const truth = rodWithoutPlay(drive, { ...BARE, turns, raised: gasket - cut, plungerDepth: plunger });
      // The plunger goes along its lifter, which leans against the rod by some degrees.
      expect(Math.abs(length - truth)).toBeLessThan(0.01 + plunger * 0.08);
    }
  });

  test('was checked with preload in it, or with a plunger that was down: both are taken off what it is to be longer', () => {
    for (const adjuster of ['nut', 'screw'] as const)
      for (const { drive, ratio, turns } of drivesWith(adjuster).slice(0, 40)) {
        const mount = adjuster === 'nut' ? 'stud-nut' : 'rocker-screw';
        const of = { ...engine, lifter: 'hydraulic' as const, mount, thread: { threadsPerUnit: 25.4 / drive.pitch, unit: 'in' as const }, ratio: { intake: ratio, exhaust: ratio } } as const; // prettier-ignore
        const [down, past, target] = [0.02 * IN, 0.5, 0.04 * IN];
        // The rod that was found: no play with the plunger down by so much, and then the adjuster turned on.
        const checked = rodWithoutPlay(drive, { ...BARE, turns, plungerDepth: down });
        const papers = [
          paper('mock-up', { ...CHECK, gasketFinal: CHECK.gasketAtCheck, lifters: 'collapsed', collapsedBy: 0.02, turnsPastZero: past }),
          paper('pushrods', { ...RODS, plunger: { target: 0.04, min: 0.02, max: 0.06 } }),
        ]; // prettier-ignore
        const file = fileWith([readingOf('pushrod-checked', '1I', (checked / IN).toFixed(5), 'in')], papers, shop, of);
        const said = standOf(file).latest('pushrod-length', '1I')!.value;
        const truth = rodWithoutPlay(drive, { ...BARE, turns: turns + past, plungerDepth: target });
        expect(Math.abs(said - truth)).toBeLessThan(0.01 + (target + past * drive.pitch * 2) * LEVER);
        expect(Math.abs(said - truth)).toBeLessThan(Math.abs(checked + target - truth));
      }
  });

  test('fits a stand with more shims by (1 + 1/R) of them', () => {
    for (const { drive, ratio, rod, turns } of drivesWith('screw'))
      for (const shim of [0.25, 0.6]) {
        const truth = rodWithoutPlay(drive, { ...BARE, turns, shim }) - rod;
        expect(Math.abs(truth - shim * (1 + 1 / ratio))).toBeLessThan(truth * LEVER);
      }
  });
});

describe('rods that are kept', () => {
  /** What was cut and changed since they ran, by chance. */
  const someChanges = (next: () => number) => {
    const by = (most: number) => most * (2 * next() - 1);
    return { gasket: by(0.4), cut: 0.5 * next(), stems: by(0.5), shims: by(0.4), seat: by(0.5), circle: by(0.8) };
  };
  const both = (value: number) => ({ I: value, E: value });

  test.each(['nut', 'screw'] as const)('leave the adjuster, or the plunger under a pedestal, where it is said before anybody measures: %s', (adjuster) => {
    const next = chance(23);
    for (const { drive, ratio, rod, turns } of drivesWith(adjuster)) {
      const changes = someChanges(next);
      const { gasket, cut, stems, seat, circle } = changes;
      const shims = adjuster === 'nut' ? 0 : changes.shims;
      const said: RodsKept = {
        unit: 'mm', length: both(rod), millHead: cut, gasketBefore: 1, gasketNow: 1 + gasket, stems: both(stems), shims: both(shims),
        lifterSeatBefore: 40, lifterSeatNow: 40 + seat, baseCircleBefore: both(30), baseCircleNow: both(30 + circle),
      }; // prettier-ignore
      const since = { ...BARE, raised: gasket - cut, lashCap: stems, shim: shims };
      const raisedSeat = goFrom(drive.seat, direction(drive.lifterDeg), seat + circle / 2);
      const changed = { ...drive, seat: raisedSeat };
      const angleDeg = Math.abs(rodLeanDeg(drive, { ...BARE, turns }));
      const of = { lifter: 'hydraulic' as const, rockerRatio: ratio, pitch: drive.pitch, angleDeg };
      const moved = Math.abs(gasket) + cut + Math.abs(stems) + Math.abs(shims) + Math.abs(seat) + Math.abs(circle) / 2;
      // The plunger goes along its lifter, which leans; the lever changes with the rocker's height.
      const doubt = 0.02 + moved * LEVER;
      const mount = adjuster === 'nut' ? 'stud-nut' : 'rocker-screw';
      const kept = keptRod({ ...said, stood: both(turns) }, 'I', { ...of, mount });
      const perTurn = rodPerTurn(mount, drive.pitch, ratio);
      expect(Math.abs(kept.stands! - turnsWithoutPlay(changed, { ...since, rod })!)).toBeLessThan(doubt / perTurn);
      // The one to try first stands as the kept one did: on a stud the nut goes with its tip.
      const raised = adjuster === 'nut' ? stems / drive.pitch : 0;
      expect(Math.abs(kept.toTry - rodWithoutPlay(changed, { ...since, turns: turns - raised }))).toBeLessThan(doubt);
      if (adjuster === 'nut') continue;
      const depth = 1.5;
      const pedestal = keptRod({ ...said, length: both(rod + depth), stood: both(depth) }, 'I', { ...of, mount: 'pedestal-shim', wanted: 1 }); // prettier-ignore
      expect(Math.abs(pedestal.stands! - depthPressed(changed, { ...since, turns, rod: rod + depth }))).toBeLessThan(doubt + depth * LEVER); // prettier-ignore
      expect(Math.abs(depthPressed(changed, { ...since, turns, rod: pedestal.toTry }) - 1)).toBeLessThan(doubt + depth * LEVER); // prettier-ignore
    }
  }); // prettier-ignore
});

test('a plunger that stood down at zero takes no lift; one that sinks while it is turned takes its way times the ratio', () => {
  for (const { drive, ratio, turns, noseLift } of drivesWith('nut')) {
    const opens = (plungerDepth: number, zeroWith: number) =>
      valveOpen(drive, { ...BARE, turns, plungerDepth, rod: rodWithoutPlay(drive, { ...BARE, turns, plungerDepth: zeroWith }) }, noseLift); // prettier-ignore
    const [down, sank] = [0.8, 0.4];
    expect(Math.abs(opens(down, down) - opens(0, 0))).toBeLessThan(down * ratio * 0.1);
    expect(Math.abs(opens(down, down) - opens(down + sank, down) - sank * ratio)).toBeLessThan(sank * ratio * 0.25);
  }
});

test('a valve opens by about the lobe’s lift times the lever, and not at all while there is play', () => {
  for (const { drive, ratio, rod, turns, noseLift } of drivesWith('screw')) {
    const opens = valveOpen(drive, { ...BARE, rod, turns }, noseLift);
    expect(Math.abs(opens - noseLift * ratio)).toBeLessThan(noseLift * ratio * 0.15);
    expect(valveOpen(drive, { ...BARE, rod: rod - 0.3, turns }, 0)).toBe(0);
  }
});

describe('a plunger in its lifter', () => {
  test('that is pressed past its travel holds its valve open by the ratio times the rest', () => {
    for (const adjuster of ['nut', 'screw'] as const)
      for (const { drive, ratio, rod, turns } of drivesWith(adjuster).slice(0, 60)) {
        const [travel, more] = [2.5, 3.2];
        const depth = depthPressed(drive, { ...BARE, rod, turns: turns + more });
        if (depth <= travel) continue;
        const truth = valveOpen(drive, { ...BARE, rod, turns: turns + more, plungerDepth: travel }, 0);
        expect(Math.abs(ratio * (depth - travel) - truth)).toBeLessThan(0.03 + truth * 0.15);
        expect(valveOpen(drive, { ...BARE, rod, turns: turns + more, plungerDepth: depth + 0.01 }, 0)).toBe(0);
      }
  });

  test('comes up by the growth at the valve over the ratio as the engine warms', () => {
    for (const { drive, ratio, rod, turns } of drivesWith('screw')) {
      const raised = 0.25;
      // What a feeler would find open at the valve, hot, of a valve that had no play.
      const growth = lashUnder(drive, { ...BARE, rod, turns, raised });
      const [cold, hot] = [0, raised].map((by) => depthPressed(drive, { ...BARE, rod, turns: turns + 1, raised: by }));
      const { depthHot } = hotPreload({ depthCold: cold, growthAtValve: growth, rockerRatio: ratio, least: 0 });
      expect(Math.abs(depthHot - hot)).toBeLessThan(0.01 + (growth / ratio) * LEVER);
    }
  });
});
