import type { Issue } from '../../../contracts/errors.js';
import { changeShopRequest, type ChangeShop } from '../../../contracts/shop-data.js';
import { typedDays } from '../../app/typed-day.js';
import type { Weekday } from '../../../core/plan/work-time.js';

/** What the shop says, as it is typed; empty for what is not said. */
export interface ShopForm {
  name: string;
  verifyAddress: string;
  address: string;
  /** SHA-256 of the picture at the head of records; empty for none. */
  letterhead: string;
  paper: ChangeShop['paper'];
  currency: string;
  timeZone: string;
  week: Weekday[];
  /** From when to when, with the break between: `07:30 12:00 12:45 16:30`. */
  hours: string;
  /** Days with blanks between. */
  closed: string;
  units: string;
  showNames: boolean;
  idleMinutes: string;
  twoPeople: boolean;
}

export function formOfShop(shop: ChangeShop): ShopForm {
  const { name, verifyAddress, address, letterhead, paper, currency, timeZone, week, hours, closed, units, showNames, idleMinutes, twoPeople } = shop; // prettier-ignore
  return {
    ...{ name, verifyAddress, address, paper, showNames, twoPeople },
    letterhead: letterhead ?? '',
    currency: currency ?? '',
    timeZone: timeZone ?? '',
    week: week ?? [],
    hours: hours ? [hours.from, hours.breakFrom, hours.breakTo, hours.to].filter(Boolean).join(' ') : '',
    closed: closed.join(' '),
    units: units ?? '',
    idleMinutes: idleMinutes === null ? '' : String(idleMinutes),
  };
}

/** A time of day as it is typed: `7:30`, `7.30`, `0730`, `7`; what is none stays as it is. */
function timeOf(text: string): string {
  const [, hour, minute = '00'] = /^(\d{1,2})(?:[:.h]?(\d{2}))?$/.exec(text) ?? [];
  return hour === undefined ? text : `${hour.padStart(2, '0')}:${minute}`;
}

/** Hours as they are typed: two times, or four with a break between; what is neither is refused by its field. */
function hoursOf(text: string): unknown {
  const times = text
    .split(/[\s,;–-]+|\bto\b/)
    .filter(Boolean)
    .map(timeOf);
  if (times.length === 0) return null;
  const [from, breakFrom, breakTo, to] = times;
  if (times.length === 2) return { from, to: breakFrom };
  return times.length === 4 ? { from, breakFrom, breakTo, to } : text;
}

/** What is sent, or what is wrong with it, by the same schema as the server's. */
export function requestOfShop(
  form: ShopForm,
  now: Date,
): { ok: true; request: ChangeShop } | { ok: false; issues: Issue[] } {
  const said = (text: string) => (text.trim() === '' ? null : text.trim());
  const minutes = said(form.idleMinutes);
  const currency = said(form.currency);
  const parsed = changeShopRequest.safeParse({
    ...form,
    letterhead: said(form.letterhead),
    currency: currency && currency.toUpperCase(),
    timeZone: said(form.timeZone),
    week: form.week.length === 0 ? null : form.week,
    hours: hoursOf(form.hours),
    closed: typedDays(form.closed, now),
    units: said(form.units),
    // What is no number is refused as what it is.
    idleMinutes: minutes === null ? null : /^\d+$/.test(minutes) ? Number(minutes) : minutes,
  });
  if (parsed.success) return { ok: true, request: parsed.data };
  return {
    ok: false,
    issues: parsed.error.issues.map(({ path, message }) => ({
      path: path[0] === 'hours' ? 'hours' : path.join('.'),
      message,
    })),
  };
}
