import { randomBytes, timingSafeEqual } from 'node:crypto';
import ical from 'ical-generator';
import type { z } from 'zod';
import type { calendarAnswer, dueAnswer } from '../../contracts/due.js';
import type { Person } from '../../contracts/shop.js';
import { isOpen } from '../../core/parts/line.js';
import { wordDue } from '../../contracts/wording/occasion.js';
import { Failure } from '../failure.js';
import { findCalendar, insertCalendar } from '../store/calendar-store.js';
import { listDue, listInWork, type Shown } from '../store/floor-store.js';
import { listUnsettled, nameEngines } from '../store/parts-store.js';
import { findShop } from '../store/shop-store.js';
import type { Context } from './context.js';

const DAY_MS = 86_400_000;
/** How far ahead the floor looks, and a calendar. */
const AHEAD_DAYS = { floor: 30, calendar: 400 };
/** More engines than a shop can look at in that time. */
const MOST = { floor: 60, calendar: 2000 };

const dayAfter = (now: Date, days: number) => new Date(now.getTime() + days * DAY_MS).toISOString().slice(0, 10);

/** What is due of some engines by a day, the first first. */
function dueBy(engines: Shown[], by: string): z.infer<typeof dueAnswer>['due'] {
  return engines
    .flatMap(({ id: engineId, tag, title, customer, due }) =>
      due.map((one) => ({ engineId, tag, title, customer, ...one })),
    ) // prettier-ignore
    .filter(({ on }) => on !== null && on <= by)
    .sort((a, b) => a.on!.localeCompare(b.on!));
}

/** What is looked at again within the next month, in engines that run. */
export async function dueSoon({ clock, database }: Context): Promise<z.infer<typeof dueAnswer>> {
  const by = dayAfter(clock.now(), AHEAD_DAYS.floor);
  return { due: dueBy(await listDue(database, by, MOST.floor), by) };
}

const pathOf = (secret: string) => `/api/calendar/${secret}.ics`;

/** Where calendar programs read what is due. */
export async function calendarOf({ database }: Context): Promise<z.infer<typeof calendarAnswer>> {
  const known = await findCalendar(database);
  return known
    ? { path: pathOf(known.secret), madeAt: known.madeAt.toISOString(), madeBy: known.madeBy }
    : { path: null, madeAt: null, madeBy: null };
}

/** Makes another address for the calendar; whoever has the former one reads nothing any more. */
export async function changeCalendar(context: Context, by: Person): Promise<z.infer<typeof calendarAnswer>> {
  const { audit, clock } = context;
  const madeAt = clock.now();
  const secret = randomBytes(24).toString('base64url');
  // The address is a key: it stands in no log.
  const act = { at: madeAt, by: by.handle, act: 'calendar.address-made', engineId: null, body: {} };
  await audit.record(act, (queries) => insertCalendar(queries, { secret, madeAt, madeBy: by.handle }));
  return calendarOf(context);
}

const isSame = (one: string, other: string) =>
  one.length === other.length && timingSafeEqual(Buffer.from(one), Buffer.from(other));

/**
 * The shop's appointments as a calendar, RFC 5545: what is looked at again, what is promised, which parts come; a whole day each, under an id that stays when the day moves.
 *
 * @param name what stands behind the last stroke of the address
 * @throws Failure route.not-found
 */
export async function calendarFile({ clock, database }: Context, name: string): Promise<string> {
  const known = await findCalendar(database);
  if (!known || !isSame(name, `${known.secret}.ics`)) throw new Failure('route.not-found');
  const { name: shop, verifyAddress } = (await findShop(database))!;
  const now = clock.now();
  const by = dayAfter(now, AHEAD_DAYS.calendar);
  const host = URL.canParse(verifyAddress) ? new URL(verifyAddress).host : 'utex';
  const calendar = ical({ name: shop, prodId: { company: 'Utex', product: 'Utex', language: 'EN' } });
  const put = (id: string, on: string, summary: string, description: string) => {
    const day = new Date(`${on}T00:00:00.000Z`);
    calendar.createEvent({ id: `${id}@${host}`, start: day, end: new Date(day.getTime() + DAY_MS), allDay: true, stamp: now, summary, description }); // prettier-ignore
  };
  for (const one of dueBy(await listDue(database, by, MOST.calendar), by)) {
    const what = Buffer.from(one.what).toString('hex').slice(0, 40);
    put(`${one.engineId}-${what}`, one.on!, `${one.tag}: ${one.what}`, `${one.title}, ${one.customer}. ${wordDue(one, (on) => on)}`); // prettier-ignore
  }
  for (const { shown } of await listInWork(database, MOST.calendar)) {
    const { id, tag, title, customer, promised } = shown;
    if (promised) put(`${id}-promised`, promised, `${tag}: promised`, `${title}, ${customer}.`);
  }
  const awaited = (await listUnsettled(database)).filter((line) => isOpen(line) && line.promisedOn !== null);
  const names = new Map((await nameEngines(database, [...new Set(awaited.flatMap(({ engineId }) => engineId ?? []))])).map((one) => [one.id, one])); // prettier-ignore
  for (const { id, engineId, promisedOn, part, what, quantity } of awaited) {
    const engine = engineId === null ? undefined : names.get(engineId);
    put(`${id}-arrives`, promisedOn!, `${engine?.tag ?? 'Shelf'}: ${part === 'other' ? what : part} due`, `${quantity} × ${what}${engine ? ` for ${engine.title}` : ''}.`); // prettier-ignore
  }
  return calendar.toString();
}
