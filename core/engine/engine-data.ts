import type { Engine } from './engine.js';
import type { Impossibility } from '../impossible.js';
import { parseEntered, type ParsedEntry } from '../units/parse-entered.js';
import { quantityOf, toCanonical, type Quantity, type Unit } from '../units/units.js';

/** A figure of an engine that something is computed from, besides its layout, its valvetrain and its cam card. */
export interface Figure {
  id: string;
  title: string;
  quantity: Quantity;
  /** What it may be, canonical: beyond these it is a slip of the hand. */
  least: number;
  most: number;
}

interface FigureGroup {
  id: string;
  /** Only engines with these lifters have them. */
  lifter?: Engine['lifter'];
  title: string;
  /** Which computations hang on it. */
  neededFor: string;
  figures: Figure[];
}

const length = (id: string, title: string, least: number, most: number): Figure => ({
  id,
  title,
  quantity: 'length',
  least,
  most,
});
const force = (id: string, title: string): Figure => ({ id, title, quantity: 'force', least: 1, most: 20_000 });
const angle = (id: string, title: string): Figure => ({ id, title, quantity: 'angle', least: 0, most: 60 });

/** All figures of an engine, in the groups in which a builder has them at hand: from the block, the heads, the cards. */
const FIGURE_GROUPS: FigureGroup[] = [
  {
    id: 'bottom',
    title: 'Bore, stroke and rod',
    neededFor: 'limits that are stated per bore, and how far the piston moves near dead centre',
    figures: [
      length('bore', 'Bore', 20, 400),
      length('stroke', 'Stroke', 20, 500),
      length('rod-length', 'Rod length, centre to centre', 40, 1000),
    ],
  },
  {
    id: 'valves',
    title: 'Valves',
    neededFor: 'how far a valve stands from the piston, along its own axis',
    figures: [
      angle('valve-angle-intake', 'Angle to the cylinder, intake'),
      angle('valve-angle-exhaust', 'Angle to the cylinder, exhaust'),
      length('valve-diameter-intake', 'Head diameter, intake', 10, 120),
      length('valve-diameter-exhaust', 'Head diameter, exhaust', 10, 120),
    ],
  },
  {
    id: 'pockets',
    title: 'Pockets in the piston',
    neededFor: 'the gap beside a valve in its pocket',
    figures: [
      length('pocket-diameter-intake', 'Pocket diameter, intake', 10, 140),
      length('pocket-diameter-exhaust', 'Pocket diameter, exhaust', 10, 140),
    ],
  },
  {
    id: 'rockers',
    title: 'Rocker arms',
    neededFor: 'where the rocker’s tip goes across the valve',
    figures: [
      length('rocker-arm-intake', 'Pivot to tip, intake', 10, 150),
      length('rocker-arm-exhaust', 'Pivot to tip, exhaust', 10, 150),
    ],
  },
  {
    id: 'lifters',
    lifter: 'hydraulic',
    title: 'Hydraulic lifters',
    neededFor: 'what is left below a set plunger, and what to change where an adjuster cannot reach',
    figures: [length('plunger-travel', 'Plunger travel, clip to bottom', 0.5, 10)],
  },
  {
    id: 'gasket',
    title: 'Head gasket as fitted',
    neededFor: 'bringing what was checked on another gasket to the final build',
    figures: [length('gasket-fitted', 'Compressed thickness', 0.05, 10)],
  },
  {
    id: 'springs',
    title: 'Springs',
    neededFor: 'what is left to coil bind, and the load on the seat',
    figures: [
      length('spring-installed-intake', 'Installed height, intake', 10, 150),
      length('spring-installed-exhaust', 'Installed height, exhaust', 10, 150),
      length('spring-solid', 'Height at coil bind', 5, 120),
      force('spring-seat-load', 'Load at the installed height'),
      force('spring-rate', 'Load gained per inch, or per mm'),
    ],
  },
];

/** A figure as it was typed. */
interface TypedFigure {
  entered: string;
  unit: Unit;
}
/** What is on file of an engine's figures, by their ids; what is not known yet is left out. */
export type EngineData = Record<string, TypedFigure>;

export const FIGURES: Figure[] = FIGURE_GROUPS.flatMap(({ figures }) => figures);
const findFigure = (id: string): Figure | undefined => FIGURES.find((figure) => figure.id === id);

/** The units that a figure is typed in, the bench's own first. */
export const unitsOfFigure = ({ quantity }: Figure): Unit[] =>
  quantity === 'length' ? ['in', 'mm'] : quantity === 'angle' ? ['deg'] : ['lbf', 'N'];

/** What was typed, as a canonical value, or why it is none. */
function readFigure({ entered, unit }: TypedFigure): ParsedEntry {
  const parsed = parseEntered(entered);
  return parsed.ok ? { ok: true, value: toCanonical(parsed.value, unit) } : parsed;
}

/** The canonical value of a figure, or undefined where it is not on file. */
export function figureOf(data: EngineData, id: string): number | undefined {
  const read = data[id] && readFigure(data[id]);
  return read?.ok ? read.value : undefined;
}

/** What is wrong with figures, each by its id; a rod that is no longer than the crank's throw could not turn. */
export function checkEngineData(data: EngineData): Impossibility[] {
  const issues = Object.entries(data).flatMap(([id, typed]): Impossibility[] => {
    const figure = findFigure(id);
    if (!figure) return [{ path: [id], code: 'figure-unknown' }];
    if (quantityOf(typed.unit) !== figure.quantity || !unitsOfFigure(figure).includes(typed.unit))
      return [{ path: [id], code: 'figure-unit' }];
    const read = readFigure(typed);
    if (!read.ok) return [{ path: [id], code: 'figure-no-number' }];
    if (read.value < figure.least || read.value > figure.most) return [{ path: [id], code: 'figure-out-of-reason' }];
    return [];
  });
  const [stroke, rod] = ['stroke', 'rod-length'].map((id) => figureOf(data, id));
  const [solid, installed] = ['spring-solid', 'spring-installed-intake'].map((id) => figureOf(data, id));
  if (stroke !== undefined && rod !== undefined && rod <= stroke / 2)
    issues.push({ path: ['rod-length'], code: 'rod-too-short' });
  if (solid !== undefined && installed !== undefined && installed <= solid)
    issues.push({ path: ['spring-solid'], code: 'spring-bound' });
  return issues;
}

/** The groups of figures that an engine with these lifters has. */
export const figureGroupsOf = (lifter: Engine['lifter']): readonly FigureGroup[] =>
  FIGURE_GROUPS.filter((group) => group.lifter === undefined || group.lifter === lifter);
