import { z } from 'zod';
import { WEEKDAYS } from '../core/plan/work-time.js';
import { list } from './list.js';
import { shopName, verifyAddress } from './shop.js';
import { text } from './text.js';

export const PAPERS = ['A4', 'Letter'] as const;

const time = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time of day, as 08:00');

const isTimeZone = (zone: string): boolean => {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }));
  } catch {
    return false;
  }
};

/** What a shop says about itself and how it works; null for what it has not said. */
const shopDataSchema = z.object({
  address: text(300).trim(),
  /** A picture of the shop's, by its SHA-256: it stands at the head of every record. */
  letterhead: z
    .string()
    .regex(/^[0-9a-f]{64}$/, '64 hexadecimal digits')
    .nullable(),
  paper: z.enum(PAPERS),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'three capitals, as EUR')
    .nullable(),
  timeZone: z.string().max(60, 'at most 60 characters').refine(isTimeZone, 'a time zone, as Europe/Amsterdam').nullable(), // prettier-ignore
  /** The days on which somebody works. */
  week: list(z.enum(WEEKDAYS), { least: 1, most: 7, of: ['day', 'days'] }).nullable(),
  /** From when to when, on each of them. */
  hours: z
    .object(
      { from: time, to: time, breakFrom: time.optional(), breakTo: time.optional() },
      { error: 'two times, or four with a break between, as 07:30 12:00 12:45 16:30' },
    )
    .refine(({ from, to }) => from < to, 'these hours end before they begin')
    .refine(
      ({ from, to, breakFrom = from, breakTo = breakFrom }) =>
        from <= breakFrom && breakFrom <= breakTo && breakTo <= to,
      'a break lies within the hours',
    )
    .nullable()
    .default(null),
  /** Days on which nobody does, whatever day of the week they are. */
  closed: list(z.iso.date('a day, as 2026-12-25'), { most: 400, of: ['day', 'days'] }),
  /** What lengths are typed in on a device where nobody has chosen. */
  units: z.enum(['in', 'mm']).nullable(),
  /** Whether everybody's name is shown where one signs in. */
  showNames: z.boolean(),
  /** After so many minutes without a touch a bench locks; null for never. */
  idleMinutes: z
    .number({ error: 'minutes, as a number' })
    .int('whole minutes')
    .min(1, 'at least one minute')
    .max(240, 'at most 240 minutes')
    .nullable(),
  /** Whether who measured or accepted a value on an engine may not be the one who signs it. */
  twoPeople: z.boolean(),
});
export type ShopData = z.infer<typeof shopDataSchema>;

/** What holds until a shop has said something. */
export const UNSAID: ShopData = {
  address: '', letterhead: null, paper: 'A4', currency: null, timeZone: null, week: null, hours: null, closed: [], units: null,
  showNames: true, idleMinutes: null, twoPeople: false,
}; // prettier-ignore

/** All of it at once, with the shop's name and where its records are verified. */
export const changeShopRequest = shopDataSchema.extend({ name: shopName, verifyAddress });
export type ChangeShop = z.infer<typeof changeShopRequest>;
