import type { Issue } from '../../../contracts/errors.js';
import { changeShopRequest, type ChangeShop } from '../../../contracts/shop-data.js';
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

/** Hours as they are typed: two times, or four with a break between; what is neither is refused by its field. */
function hoursOf(text: string): unknown {
  const times = text.split(/[\s,–-]+/).filter(Boolean);
  if (times.length === 0) return null;
  const [from, breakFrom, breakTo, to] = times;
  if (times.length === 2) return { from, to: breakFrom };
  return times.length === 4 ? { from, breakFrom, breakTo, to } : text;
}

/** What is sent, or what is wrong with it, by the same schema as the server's. */
export function requestOfShop(form: ShopForm): { ok: true; request: ChangeShop } | { ok: false; issues: Issue[] } {
  const said = (text: string) => (text.trim() === '' ? null : text.trim());
  const minutes = said(form.idleMinutes);
  const parsed = changeShopRequest.safeParse({
    ...form,
    letterhead: said(form.letterhead),
    currency: said(form.currency),
    timeZone: said(form.timeZone),
    week: form.week.length === 0 ? null : form.week,
    hours: hoursOf(form.hours),
    closed: form.closed.split(/[\s,;]+/).filter(Boolean),
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
