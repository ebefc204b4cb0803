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
  /** Days with blanks between. */
  closed: string;
  units: string;
  showNames: boolean;
  idleMinutes: string;
  twoPeople: boolean;
}

export function formOfShop(shop: ChangeShop): ShopForm {
  const { name, verifyAddress, address, letterhead, paper, currency, timeZone, week, closed, units, showNames, idleMinutes, twoPeople } = shop; // prettier-ignore
  return {
    ...{ name, verifyAddress, address, paper, showNames, twoPeople },
    letterhead: letterhead ?? '',
    currency: currency ?? '',
    timeZone: timeZone ?? '',
    week: week ?? [],
    closed: closed.join(' '),
    units: units ?? '',
    idleMinutes: idleMinutes === null ? '' : String(idleMinutes),
  };
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
    closed: form.closed.split(/[\s,;]+/).filter(Boolean),
    units: said(form.units),
    // What is no number is refused as what it is.
    idleMinutes: minutes === null ? null : /^\d+$/.test(minutes) ? Number(minutes) : minutes,
  });
  if (parsed.success) return { ok: true, request: parsed.data };
  return {
    ok: false,
    issues: parsed.error.issues.map(({ path, message }) => ({ path: path.join('.'), message })),
  };
}
