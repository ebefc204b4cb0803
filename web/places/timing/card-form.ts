import { get, set } from 'react-hook-form';
import { wordEntry } from '../../../contracts/wording/entry.js';
import { camCardSchema } from '../../../contracts/papers/cam-card.js';
import type { Issue } from '../../../contracts/errors.js';
import type { CamCard } from '../../../core/cam/cam-card.js';
import { EVENT_MEASURES, EVENTS } from '../../../core/cam/expected-from-card.js';
import type { CardEvents } from '../../../core/engine/engine.js';
import { measureOf } from '../../../core/plan/measures.js';
import { readEntry } from '../../../core/plan/read-entry.js';
import { parseEntered } from '../../../core/units/parse-entered.js';

/** Figures as they are typed: text everywhere, so that nothing typed is lost; those of one lift are a group. */
export interface CardText {
  [figure: string]: string | CardText;
}

/** The card as it is typed. */
export interface CardForm {
  title: string;
  unit: 'in' | 'mm';
  checkAt: 'lobe' | 'valve';
  text: CardText;
}

const eventLabel: Record<keyof CardEvents, string> = {
  intakeOpenBtdc: 'Intake opens, BTDC',
  intakeCloseAbdc: 'Intake closes, ABDC',
  exhaustOpenBbdc: 'Exhaust opens, BBDC',
  exhaustCloseAtdc: 'Exhaust closes, ATDC',
};
const events = (group: 'events' | 'seat'): [string, string][] =>
  EVENTS.map((event) => [`${group}.${event}`, eventLabel[event]]);

/** The fields in the groups in which cards print them. */
export const CARD_FIELDS: { legend: string; fields: [path: string, label: string][] }[] = [
  {
    legend: 'At the check lift',
    fields: [
      ['checkLift', 'Check lift'],
      ...events('events'),
      ['intakeDuration', 'Intake duration'],
      ['exhaustDuration', 'Exhaust duration'],
    ],
  },
  {
    legend: 'Both lobes',
    fields: [
      ['intakeCentreline', 'Intake centreline'],
      ['exhaustCentreline', 'Exhaust centreline'],
      ['lobeSeparation', 'Lobe separation'],
      ['advance', 'Ground advanced'],
      ['intakeLobeLift', 'Intake lobe lift'],
      ['exhaustLobeLift', 'Exhaust lobe lift'],
    ],
  },
  {
    legend: 'At the seat',
    fields: [
      ['seatLift', 'Seat lift'],
      ...events('seat'),
      ['seatIntakeDuration', 'Intake duration'],
      ['seatExhaustDuration', 'Exhaust duration'],
    ],
  },
];

const PATHS = CARD_FIELDS.flatMap(({ fields }) => fields.map(([path]) => path));

/** Every figure of a card by its path, as text; empty where it has none. */
function textOf(figureAt: (path: string) => unknown): CardText {
  const text: CardText = {};
  for (const path of PATHS) set(text, path, String(figureAt(path) ?? ''));
  return text;
}

export const EMPTY_CARD: CardForm = { title: '', unit: 'in', checkAt: 'lobe', text: textOf(() => '') };

/** A card that is on file, as text in its fields. */
export function formOf(card: CamCard): CardForm {
  const { title = '', unit, checkAt } = card;
  return { title, unit, checkAt, text: textOf((path) => get(card, path)) };
}

/** A half typed card that this device kept; the first version kept its figures in one flat list, by their paths. */
export const readDraft = ({ text, ...rest }: Partial<CardForm>): Partial<CardForm> =>
  text === undefined ? rest : { ...rest, text: textOf((path) => (get(text, path) as unknown) ?? text[path]) };

/** A number of the card; an event may have its side in words (`4 after`), as some makers print it. */
function readField(path: string, typed: string): { value: number } | { message: string } {
  const event = path.split('.')[1] as keyof CardEvents | undefined;
  if (event) {
    const measure = measureOf(EVENT_MEASURES[event]);
    const entry = readEntry(measure, typed, 'deg', 'plus');
    return entry.ok ? entry : { message: wordEntry(entry.reason, measure) };
  }
  const parsed = parseEntered(typed);
  return parsed.ok ? parsed : { message: wordEntry(parsed.reason, {}) };
}

/** The card that the form describes, or everything that is wrong with it, each by its field. */
export function checkCard(form: CardForm): { card: CamCard; issues: [] } | { card: null; issues: Issue[] } {
  const issues: Issue[] = [];
  const request: Record<string, unknown> = { unit: form.unit, checkAt: form.checkAt };
  if (form.title.trim()) request.title = form.title;
  for (const path of PATHS) {
    const typed = get(form.text, path, '') as string;
    if (typed.trim() === '') continue;
    const read = readField(path, typed);
    if ('message' in read) issues.push({ path, message: read.message });
    else set(request, path, read.value);
  }
  const parsed = camCardSchema.safeParse(request);
  const wrong = new Set(issues.map(({ path }) => path));
  if (!parsed.success)
    for (const { path, message } of parsed.error.issues)
      if (!wrong.has(path.join('.'))) issues.push({ path: path.join('.'), message });
  return parsed.success && issues.length === 0 ? { card: parsed.data, issues: [] } : { card: null, issues };
}

/** The events that can be read of a card which is not whole yet, by the paths of its figures. */
export function typedEvents(form: CardForm): Record<string, number> {
  return Object.fromEntries(
    EVENTS.flatMap((event) => {
      const path = `events.${event}`;
      const typed = get(form.text, path, '') as string;
      const read = typed.trim() === '' ? null : readField(path, typed);
      return read && 'value' in read ? [[path, read.value]] : [];
    }),
  );
}
