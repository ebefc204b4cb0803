import type { Practice } from '../../../core/plan/practice.js';
import { typedNumber } from '../../app/typed-number.js';

type Said = NonNullable<Practice['geometry']>;
type Both = { in: string; mm: string };

/** The practice of rocker geometry as it is typed; lists of shims with blanks between. */
export interface GeometryForm {
  school: string;
  why: string;
  edgeKept: Both;
  lineWidth: Both;
  markAim: Both;
  adjusterTurns: { least: string; most: string };
  standShims: Both;
}

const typed = (value: number | undefined) => (value === undefined ? '' : String(value));
const both = (said: Said['edgeKept'] | undefined): Both => ({ in: typed(said?.in), mm: typed(said?.mm) });

/** What a practice says of it; a set from before it was asked says nothing. */
export const geometryForm = (said: Said | undefined): GeometryForm => ({
  school: said?.school ?? '',
  why: said?.why ?? '',
  edgeKept: both(said?.edgeKept),
  lineWidth: both(said?.lineWidth),
  markAim: both(said?.markAim),
  adjusterTurns: { least: typed(said?.adjusterTurns.least), most: typed(said?.adjusterTurns.most) },
  standShims: { in: said?.standShims.in.join(' ') ?? '', mm: said?.standShims.mm.join(' ') ?? '' },
});

const isSaid = ({ in: inches, mm }: Both) => inches.trim() !== '' || mm.trim() !== '';
const lengths = ({ in: inches, mm }: Both) => ({ in: typedNumber(inches), mm: typedNumber(mm) });

/** What is sent for it; nothing where nothing is said. */
export function geometryOf(form: GeometryForm, listOf: (text: string) => unknown[]): { geometry?: unknown } {
  const { school, why, edgeKept, lineWidth, markAim, adjusterTurns, standShims } = form;
  const { least, most } = adjusterTurns;
  if (
    [school, why, least, most].every((text) => text.trim() === '') &&
    ![edgeKept, lineWidth, markAim, standShims].some(isSaid)
  )
    return {};
  return {
    geometry: {
      school,
      why,
      edgeKept: lengths(edgeKept),
      ...(isSaid(lineWidth) ? { lineWidth: lengths(lineWidth) } : {}),
      ...(isSaid(markAim) ? { markAim: lengths(markAim) } : {}),
      adjusterTurns: { least: typedNumber(least), most: typedNumber(most) },
      standShims: { in: listOf(standShims.in), mm: listOf(standShims.mm) },
    },
  };
}
