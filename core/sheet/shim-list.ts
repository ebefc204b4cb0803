import { parseValve, placesOf } from '../engine/places.js';
import { toCanonical } from '../units/units.js';
import { heightAtLoad, nestAt } from '../valvetrain/spring-nest.js';
import { shimsFor } from '../valvetrain/spring-shims.js';
import type { EngineFile } from './engine-file.js';
import { springPaperOf, springsOf } from './papers.js';
import type { Sheet } from './sheet.js';

/** What is laid under the springs of one valve; lengths in mm, loads in N. */
export interface ShimLine {
  place: string;
  /** As it was read; null while it was not. */
  installed: number | null;
  /** As it is meant to stand; null where nobody said. */
  wanted: number | null;
  /** Thicknesses, the thickest first; null where no shim brings it there, or nothing is known. */
  shims: number[] | null;
  /** With them: how high it stands, how hard it presses closed, what is left to coil bind at full lift. */
  height: number | null;
  load: number | null;
  toSolid: number | null;
}

/** Shims for each valve's springs, from the thicknesses that the shop keeps. */
export function shimList(file: EngineFile, { rows }: Pick<Sheet, 'rows'>): ShimLine[] {
  const { mockUp } = file.spec.practice;
  const unit = springPaperOf(file)?.unit ?? 'in';
  const thicknesses = (mockUp?.springShims[unit] ?? []).map((one) => toCanonical(one, unit));
  const valueAt = (measure: string, place: string) =>
    rows.find((row) => row.measure === measure && row.place === place)?.value ?? null;
  return placesOf(file.engine, 'valve').map((place): ShimLine => {
    const said = springsOf(file, parseValve(place)!.kind);
    const installed = valueAt('spring-installed-height', place);
    const wanted = said?.wantedHeight ?? (said?.wantedLoad === undefined ? null : heightAtLoad(said.nest, said.wantedLoad)); // prettier-ignore
    const nothing = { place, installed, wanted, shims: null, height: null, load: null, toSolid: null };
    if (!said || installed === null || wanted === null) return nothing;
    const stack = shimsFor({ installed, wanted, thicknesses });
    if (!stack) return nothing;
    const bindNow = valueAt('coil-bind-margin', place);
    const lift = bindNow === null ? null : nestAt(said.nest, installed).toSolid - bindNow;
    const { load, toSolid } = nestAt(said.nest, stack.height);
    return { place, installed, wanted, ...stack, load, toSolid: lift === null ? null : toSolid - lift };
  });
}
