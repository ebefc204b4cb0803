import { z } from 'zod';
import { line } from './text.js';

export const ROLES = ['owner', 'lead', 'builder', 'apprentice'] as const;
const roleSchema = z.enum(ROLES);
export type Role = z.infer<typeof roleSchema>;

const handle = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z][a-z0-9-]{1,23}$/, '2 to 24 small letters, digits or hyphens, a letter first');
const pin = z.string().regex(/^\d{6,12}$/, '6 to 12 digits');
const name = line(80);
export const shopName = name;
/** Where customers reach this Utex; it stands on every record, with the QR code. */
export const verifyAddress = z
  .url({ protocol: /^https?$/, error: 'an address that starts with http:// or https://' })
  .max(200)
  .transform((url) => url.replace(/\/+$/, ''));

export const personSchema = z.object({ handle: z.string(), name: z.string(), role: roleSchema });
export type Person = z.infer<typeof personSchema>;

export const sessionRequest = z.object({
  handle: line(80).toLowerCase(),
  pin: z.string().min(1, 'must be filled in').max(80),
});
export const sessionAnswer = z.object({ token: z.string(), person: personSchema, expiresAt: z.string() });

/** The first visit to an empty shop. */
export const openShopRequest = z.object({
  shopName: name,
  verifyAddress,
  owner: z.object({ handle, name, pin }),
});

/** What a bench must know before anybody has signed in on it. */
const benchSchema = z.object({
  /** Who works here; null where the owner has the names hidden. */
  people: z.array(personSchema).nullable(),
  idleMinutes: z.number().nullable(),
  units: z.enum(['in', 'mm']).nullable(),
  twoPeople: z.boolean(),
  week: z.array(z.string()).nullable(),
  closed: z.array(z.string()),
});
export type Bench = z.infer<typeof benchSchema>;
export const shopAnswer = z.object({
  open: z.boolean(),
  name: z.string().nullable(),
  person: personSchema.nullable(),
  bench: benchSchema,
});

export const newPersonRequest = z.object({ name, handle, pin, role: roleSchema });

/** A role, or none: who is switched off does nothing here any more, and what the person did stays. */
const standingSchema = z.enum([...ROLES, 'off']);
const knownPerson = personSchema.extend({ role: standingSchema });
/** Somebody who works here, or did. */
export type KnownPerson = z.infer<typeof knownPerson>;
export const peopleAnswer = z.object({ people: z.array(knownPerson) });

/** What the owner changes about somebody; what is left out stays. */
export const changePersonRequest = z
  .object({ name: name.optional(), role: standingSchema.optional(), pin: pin.optional() })
  .refine((asked) => Object.values(asked).some((part) => part !== undefined), { error: 'say what is to be changed' });
export const changePersonAnswer = knownPerson;
/** One's own PIN, by the one before it. */
export const changePinRequest = z.object({ pin: z.string().min(1, 'must be filled in').max(80), newPin: pin });

export const healthAnswer = z.object({
  ok: z.boolean(),
  version: z.string(),
  database: z.string(),
  dataFolder: z.string(),
});
