import { randomBytes, timingSafeEqual } from 'node:crypto';
import ical from 'ical-generator';
import type { z } from 'zod';
import type { calendarAnswer, dueAnswer } from '../../contracts/due.js';
import type { Person } from '../../contracts/shop.js';
import { wordDue } from '../../contracts/wording/occasion.js';
import { Failure } from '../failure.js';
import { findCalendar, insertCalendar } from '../store/calendar-store.js';
import { listDue, type Shown } from '../store/floor-store.js';
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
 * What is due as a calendar, RFC 5545: a whole day each, under an id that stays when the day moves.
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
  const calendar = ical({ name: `${shop}, due`, prodId: { company: 'Utex', product: 'Utex', language: 'EN' } });
  for (const one of dueBy(await listDue(database, by, MOST.calendar), by)) {
    const day = new Date(`${one.on!}T00:00:00.000Z`);
    calendar.createEvent({
      id: `${one.engineId}-${Buffer.from(one.what).toString('hex').slice(0, 40)}@${host}`,
      start: day,
      end: new Date(day.getTime() + DAY_MS),
      allDay: true,
      stamp: now,
      summary: `${one.tag}: ${one.what}`,
      description: `${one.title}, ${one.customer}. ${wordDue(one, (on) => on)}`,
    });
  }
  return calendar.toString();
}
