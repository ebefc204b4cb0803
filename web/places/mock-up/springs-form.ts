import { springsSchema } from '../../../contracts/papers/springs.js';
import { issuesOf, type Issue } from '../../../contracts/errors.js';
import { asIssues } from '../../../contracts/wording/impossible.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import { typedNumber } from '../../app/typed-number.js';
import { checkNest, type NestSaid, type Springs } from '../../../core/valvetrain/spring-nest.js';

/** One spring as it is typed; heights and loads of its tester as a text, `1.900 150; 1.300 390`. */
export interface SpringRow {
  solidHeight: string;
  step: string;
  table: string;
}
interface NestForm {
  nest: SpringRow[];
  wantedHeight: string;
  wantedLoad: string;
}
/** The springs as they are typed: text in every field, so that nothing typed is lost. */
export interface SpringsForm {
  unit: 'in' | 'mm';
  loadUnit: 'lbf' | 'N';
  /** Whether other springs went in than were measured; and when that was said last. */
  exchanged: 'no' | 'yes';
  exchangedAt: string;
  I: NestForm;
  E: NestForm;
}

export const EMPTY_SPRING: SpringRow = { solidHeight: '', step: '0', table: '' };
const EMPTY_NEST: NestForm = { nest: [], wantedHeight: '', wantedLoad: '' };
export const emptySprings = (unit: 'in' | 'mm'): SpringsForm => ({
  unit,
  loadUnit: unit === 'in' ? 'lbf' : 'N',
  exchanged: 'no',
  exchangedAt: '',
  I: EMPTY_NEST,
  E: EMPTY_NEST,
});

const typed = (value: number | undefined) => (value === undefined ? '' : String(value));
const nestForm = (said: NestSaid | undefined): NestForm =>
  said
    ? {
        nest: said.nest.map(({ solidHeight, step, table }) => ({
          solidHeight: typed(solidHeight),
          step: typed(step),
          table: table.map(([height, load]) => `${height} ${load}`).join('; '),
        })),
        wantedHeight: typed(said.wantedHeight),
        wantedLoad: typed(said.wantedLoad),
      }
    : EMPTY_NEST;
export const springsFormOf = ({ unit, loadUnit, exchangedAt, I, E }: Springs): SpringsForm => ({
  unit,
  loadUnit,
  exchanged: 'no',
  exchangedAt: exchangedAt ?? '',
  I: nestForm(I),
  E: nestForm(E),
});

const nestOf = ({ nest, wantedHeight, wantedLoad }: NestForm) => ({
  nest: nest.map(({ solidHeight, step, table }) => ({
    solidHeight: typedNumber(solidHeight),
    step: typedNumber(step),
    table: table
      .split(';')
      .filter((pair) => pair.trim() !== '')
      .map((pair) => pair.trim().split(/\s+/).map(typedNumber)),
  })),
  wantedHeight: typedNumber(wantedHeight),
  wantedLoad: typedNumber(wantedLoad),
});

/** The field that an issue belongs to: a tester's table is one field. */
export const springFieldOf = (path: string): string => path.replace(/(\.table)\..*$/, '$1');

/** The springs that a form describes, or everything that is wrong with it, each by its field. */
export function checkSprings(form: SpringsForm): { said: Springs; issues: [] } | { said: null; issues: Issue[] } {
  const kinds: ValveKind[] = ['I', 'E'];
  const exchangedAt = form.exchanged === 'yes' ? new Date().toISOString() : form.exchangedAt;
  const request = {
    unit: form.unit,
    loadUnit: form.loadUnit,
    ...(exchangedAt ? { exchangedAt } : {}),
    ...Object.fromEntries(kinds.filter((kind) => form[kind].nest.length > 0).map((kind) => [kind, nestOf(form[kind])])),
  };
  const parsed = springsSchema.safeParse(request);
  const issues = parsed.success
    ? asIssues(
        kinds.flatMap((kind) =>
          checkNest(parsed.data[kind]?.nest ?? []).map((issue) => ({ ...issue, path: [kind, 'nest', ...issue.path] })),
        ),
      )
    : issuesOf(parsed.error);
  return parsed.success && issues.length === 0 ? { said: parsed.data, issues: [] } : { said: null, issues };
}
