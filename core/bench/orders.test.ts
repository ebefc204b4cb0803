import { chance } from '../chance.js';
import { judgingOf } from '../sheet/judging-of.js';
import { lengthNeeds } from '../sheet/length-needs.js';
import { checkingRodFor, rodStands } from '../sheet/rod-stands.js';
import { standOf } from '../sheet/stand.js';
import { CHECK, engine, fileWith, paper, RODS, ROCKERS, shop } from '../sheet/test-geometry.js';
import { readingOf } from '../sheet/test-file.js';
import { someDrive, type SomeDrive } from './some-drive.js';
import { BARE, depthPressed, rodLeanDeg, rodWithoutPlay, turnsWithoutPlay } from './valve-drive.js';

/** A rod is read at a check, things move, and a length is ordered: against the rod that then truly stands without play. */

const DRIVES = 60;
/** What formulas leave out, as a part of each difference: the lever changes while the rocker turns. */
const LEVER = 0.08;

/** What differs in the build; lengths in mm. */
interface Moved {
  shim: number;
  cap: number;
  raised: number;
  baseCircle: number;
  seat: number;
  plunger: number;
  /** Turns that the adjuster is to end at, over those of the check. */
  turns: number;
}
const STILL: Moved = { shim: 0, cap: 0, raised: 0, baseCircle: 0, seat: 0, plunger: 0, turns: 0 };

type Mount = 'stud-nut' | 'rocker-screw' | 'pedestal-shim';

/** The file of an engine with this very drive on 1I, its rod read without play at the check. */
function fileOf({ drive, ratio, rod, turns }: SomeDrive, mount: Mount, moved: Moved) {
  const of = { ...engine, lifter: 'hydraulic' as const, mount, thread: { threadsPerUnit: 25.4 / drive.pitch, unit: 'in' as const }, ratio: { intake: ratio, exhaust: ratio } }; // prettier-ignore
  const both = (mm: number) => ({ I: mm, E: mm });
  const check = {
    ...CHECK, unit: 'mm', gasketAtCheck: 1.2, gasketFinal: 1.2 + moved.raised,
    lashAtCheck: both(0), lash: both(0),
    standShimAtCheck: both(0), standShimFinal: both(moved.shim),
    baseCircleAtCheck: both(30), baseCircleFinal: both(30 + moved.baseCircle),
    lifterSeatAtCheck: 50, lifterSeatFinal: 50 + moved.seat,
  }; // prettier-ignore
  const lean = Math.abs(rodLeanDeg(drive, { ...BARE, turns }));
  const rods = { ...RODS, unit: 'mm', angleDeg: lean, plunger: { target: moved.plunger, min: 0, max: 3 }, ...(mount === 'pedestal-shim' ? {} : { adjusterWanted: turns + moved.turns }) }; // prettier-ignore
  const readings = [
    readingOf('pushrod-checked', '1I', rod.toFixed(5), 'mm', { takenAt: '2026-03-02T09:10:00.000Z' }),
    readingOf('trial-turns', '1I', turns.toFixed(4), 'turn', { atValue: mount === 'stud-nut' ? rod : 0, takenAt: '2026-03-02T09:11:00.000Z' }), // prettier-ignore
  ];
  const papers = [
    paper('mock-up', check),
    paper('pushrods', rods),
    paper('rockers', ROCKERS),
    paper('rockers', { ...ROCKERS, unit: 'mm', tipDiameter: both(8.7), lashCap: both(moved.cap) }, 20),
  ];
  return fileWith(readings, papers, shop, of);
}

/** The drive as it will be, and the rod that stands in it without play. */
function truthOf({ drive, turns }: SomeDrive, mount: Mount, moved: Moved): number {
  const up = moved.baseCircle / 2 + moved.seat;
  const along = (drive.lifterDeg * Math.PI) / 180;
  const seat = { x: drive.seat.x + up * Math.cos(along), y: drive.seat.y + up * Math.sin(along) };
  // On a stud the nut follows the cap up, so that the rocker stands on its tip as it did.
  const followed = mount === 'stud-nut' ? moved.cap / drive.pitch : 0;
  const { shim, raised, cap, plunger } = moved;
  return rodWithoutPlay(
    { ...drive, seat },
    {
      turns: turns + (mount === 'pedestal-shim' ? 0 : moved.turns) - followed,
      shim,
      raised,
      lashCap: cap,
      plungerDepth: plunger,
    },
  );
}

describe.each([
  ['stud-nut', 'nut'],
  ['rocker-screw', 'screw'],
  ['pedestal-shim', 'screw'],
] as const)('rockers on a %s', (mount, adjuster) => {
  const drives = () => {
    const next = chance(31);
    return Array.from({ length: DRIVES }, () => someDrive(adjuster, next));
  };
  const needOf = (one: SomeDrive, moved: Moved) => {
    const file = fileOf(one, mount, moved);
    return lengthNeeds(judgingOf(file, standOf(file)))[0];
  };

  test.each<[string, Partial<Moved>]>([
    ['more shims under the stand', { shim: mount === 'stud-nut' ? 0 : 0.6 }],
    ['a stand that is cut', { shim: mount === 'stud-nut' ? 0 : -0.4 }],
    ['a lash cap', { cap: 1.5 }],
    ['a thicker gasket', { raised: 0.4 }],
    ['a larger base circle', { baseCircle: 0.7 }],
    ['a higher seat in the lifter', { seat: 0.5 }],
    ['an adjuster that is to end further out', { turns: mount === 'pedestal-shim' ? 0 : -1 }],
    ['a plunger that is pressed down', { plunger: 0.9 }],
  ])('%s: what is ordered stands without play', (_, change) => {
    const moved = { ...STILL, ...change };
    for (const one of drives()) {
      const truth = truthOf(one, mount, moved);
      const { required } = needOf(one, moved);
      const most = Object.values(change).reduce((sum, value) => sum + Math.abs(value), 0);
      expect(Math.abs(required - truth)).toBeLessThan(0.01 + LEVER * Math.max(Math.abs(truth - one.rod), most * 0.5));
      // The direction is never wrong where there is any to speak of.
      if (Math.abs(truth - one.rod) > 0.1) expect(Math.sign(required - one.rod)).toBe(Math.sign(truth - one.rod));
    }
  });

  test('all of them together, as often right as one alone', () => {
    const next = chance(3);
    for (const one of drives()) {
      const some = (most: number) => most * (2 * next() - 1);
      const moved = {
        shim: mount === 'stud-nut' ? 0 : some(0.5),
        cap: Math.abs(some(1.5)),
        raised: some(0.4),
        baseCircle: some(0.6),
        seat: some(0.5),
        plunger: Math.abs(some(1)),
        turns: mount === 'pedestal-shim' ? 0 : some(0.8),
      };
      const size = Object.values(moved).reduce((sum, value) => sum + Math.abs(value), 0);
      expect(Math.abs(needOf(one, moved).required - truthOf(one, mount, moved))).toBeLessThan(
        0.02 + (LEVER / 2) * size,
      );
    }
  });

  test('another rod than the wanted one leaves plunger or adjuster where the table says', () => {
    for (const one of drives())
      for (const longer of [-0.8, 0.5]) {
        const { drive, turns, rod } = one;
        const need = needOf(one, { ...STILL, plunger: mount === 'pedestal-shim' ? 1 : 0 });
        const stands = rodStands({ mount }, need, need.required + longer);
        if (mount === 'pedestal-shim') {
          const truth = depthPressed(drive, { ...BARE, rod: rod + 1 + longer, turns });
          expect(Math.abs(stands.plunger! - truth)).toBeLessThan(0.01 + LEVER * (1 + Math.abs(longer)));
        } else {
          const truth = turnsWithoutPlay(drive, { ...BARE, rod: rod + longer })!;
          expect(Math.abs(stands.turns! - truth)).toBeLessThan(LEVER * Math.abs(truth - turns) + 0.01);
        }
      }
  });

  test('a checking rod that is set for a trial stands at the check as that length will in the build', () => {
    for (const one of drives().slice(0, 20)) {
      const moved = { ...STILL, raised: 0.3, seat: 0.2 };
      const need = needOf(one, moved);
      const inBuild = truthOf(one, mount, moved) + 0.5;
      expect(Math.abs(checkingRodFor(need, inBuild) - (one.rod + 0.5))).toBeLessThan(0.03);
    }
  });
});
