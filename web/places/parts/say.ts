import { format } from 'date-fns/format';
import type { PartsAnswer } from '../../../contracts/parts.js';
import { spokenPlace, parseValve } from '../../../core/engine/places.js';
import type { PartLine } from '../../../core/parts/line.js';

/** For which engine a line is, and where on it: all its intakes, some valves, or the whole. */
export function sayFor({ engineId, places }: PartLine, engines: PartsAnswer['engines']): string {
  if (engineId === null) return 'for the shelf';
  const tag = engines.find(({ id }) => id === engineId)?.tag ?? 'an engine';
  if (places.length === 0) return tag;
  if (places.length === 1) return `${tag}, ${spokenPlace(places[0])}`;
  const kinds = new Set(places.map((place) => parseValve(place)?.kind));
  const [kind] = kinds;
  const named =
    kinds.size === 1 && kind ? `${places.length} ${kind === 'I' ? 'intakes' : 'exhausts'}` : places.join(' ');
  return `${tag}, ${named}`;
}

/** Whether something should have been here by a day. */
export const isLate = ({ state, promisedOn }: PartLine, today: string): boolean =>
  state === 'promised' && promisedOn !== null && promisedOn < today;

/** Today, as days are written. */
export const todayIs = (): string => format(new Date(), 'yyyy-MM-dd');

/** Which engines can go on, after something came. */
export function sayCanGoOn(canGoOn: { tag: string; title: string }[]): string {
  if (canGoOn.length === 0) return 'Booked.';
  return `Booked. ${canGoOn.map(({ tag, title }) => `${tag} (${title})`).join(' and ')} can go on.`;
}
