import Papa from 'papaparse';
import type { PistonCuts } from '../../../core/sheet/cutting-list.js';
import type { ShimLine } from '../../../core/sheet/shim-list.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';

const figure = (mm: number | null | undefined, unit: Unit) => (mm === null || mm === undefined ? '' : formatFigure(mm, unit).replace('−', '-')); // prettier-ignore
const csv = (rows: object[]) => `${Papa.unparse(rows, { newline: '\r\n' })}\r\n`;

/** What to cut into each piston, a row a pocket; lengths in `unit`, as its headers say. */
export const cutsCsv = (pistons: PistonCuts[], unit: Unit): string =>
  csv(
    pistons.flatMap(({ cylinder, valves }) =>
      valves.map(({ place, depth, depthWanted, deeper, radial, radialWanted, wider }) => ({
        cylinder,
        valve: place,
        [`depth_${unit}`]: figure(depth?.value, unit),
        depth_is: depth ? (depth.isClear ? 'at least' : 'measured') : '',
        [`depth_wanted_${unit}`]: figure(depthWanted, unit),
        [`cut_deeper_${unit}`]: figure(deeper, unit),
        [`radial_${unit}`]: figure(radial?.value, unit),
        [`radial_wanted_${unit}`]: figure(radialWanted, unit),
        [`cut_radius_by_${unit}`]: figure(wider, unit),
      })),
    ),
  );

/** What to lay under each spring, a row a valve. */
export const shimsCsv = (lines: ShimLine[], unit: Unit, loadUnit: Unit): string =>
  csv(
    lines.map(({ place, installed, wanted, shims, height, load, toSolid }) => ({
      valve: place,
      [`installed_${unit}`]: figure(installed, unit),
      [`wanted_${unit}`]: figure(wanted, unit),
      [`shims_${unit}`]: shims?.map((one) => figure(one, unit)).join(' + ') ?? '',
      [`height_with_them_${unit}`]: figure(height, unit),
      [`load_closed_${loadUnit}`]: figure(load, loadUnit),
      [`coil_bind_margin_${unit}`]: figure(toSolid, unit),
    })),
  );
