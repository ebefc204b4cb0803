import { createHash, randomBytes } from 'node:crypto';
import type { Person } from '../../contracts/shop.js';
import { Failure } from '../failure.js';
import {
  deleteSession,
  deleteSessionsOf,
  findPinHash,
  findSession,
  historyRow,
  insertDevice,
  insertSession,
  isDeviceOf,
} from '../store/people-store.js';
import type { Context } from './context.js';
import { hashPin, pinFits } from './pins.js';
import { Tries } from './tries.js';

/** A shift, with some to spare. */
export const SESSION_MS = 12 * 60 * 60 * 1000;
/** Wrong PINs of late before no more are looked at. */
export const TRIES = {
  /** For one person, from one device that this person has used before, or from one address. */
  each: 5,
  /** From one address, whoever is meant. */
  address: 30,
  /** For one person, from everywhere that the person was never at. */
  person: 50,
};
/** How long a session found in the database is believed without asking again; signing out elsewhere takes as long. */
const BELIEVED_MS = 30_000;

const hashToken = (token: string) => createHash('sha256').update(token).digest('base64url');

export interface Session {
  person: Person;
  expiresAt: Date;
}

/** Where somebody signs in from. */
export interface From {
  address: string;
  /** The token that the device was given when somebody first signed in on it. */
  device: string | null;
}

/**
 * Signing in by handle and PIN, and finding whose token a request carries. Wrong PINs count where they come from: what a
 * stranger tries elsewhere never shuts a person out of a device that is the person's own.
 */
export class Sessions {
  private readonly wrong = new Tries();
  /** By the token itself, which stays in memory; on the disk it is hashed. */
  private readonly known = new Map<string, Session & { believedUntil: number }>();
  /** Compared against when the handle is unknown, so that the time taken does not tell. */
  private readonly nobody = hashPin(randomBytes(12).toString('hex'));

  constructor(private readonly context: Context) {}

  /** Refuses where too much was tried, else counts one try in each place. @throws Failure session.too-many-tries */
  private count(places: [place: string, allowed: number][], now: number): void {
    if (places.some(([place, allowed]) => this.wrong.reached(place, allowed, now)))
      throw new Failure('session.too-many-tries');
    for (const [place] of places) this.wrong.add(place, now);
  }

  /** Whose PIN this is, or null; a try in each of the places until it fits. @throws Failure session.too-many-tries, server.busy */
  private async compare(handle: string, pin: string, places: [place: string, allowed: number][], now: number) {
    // Counted before the slow comparison, or else guesses sent at once would all slip through.
    this.count(places, now);
    const takeBack = () => places.forEach(([place]) => this.wrong.takeBack(place));
    const found = await findPinHash(this.context.database, handle);
    const fits = await pinFits(pin, found?.pinHash ?? (await this.nobody)).catch((error: Error) => {
      // Nobody looked at it: it was no try.
      takeBack();
      throw error;
    });
    if (!fits || !found) return null;
    takeBack();
    return found;
  }

  /** @throws Failure session.wrong-pin, session.too-many-tries, server.busy */
  async open(handle: string, pin: string, from: From): Promise<{ token: string; device: string } & Session> {
    const { database, clock, audit } = this.context;
    const now = clock.now();
    const own = from.device !== null && (await isDeviceOf(database, hashToken(from.device), handle));
    const here = own ? `device ${from.device} ${handle}` : `address ${from.address} ${handle}`;
    const places: [string, number][] = own
      ? [[here, TRIES.each]]
      : [[here, TRIES.each], [`address ${from.address}`, TRIES.address], [`person ${handle}`, TRIES.person]]; // prettier-ignore
    const found = await this.compare(handle, pin, places, now.getTime());
    if (!found) {
      const refused = {
        at: clock.now(),
        by: null,
        act: 'session.refused',
        engineId: null,
        body: { handle, from: from.address },
      };
      await audit.record(refused);
      throw new Failure('session.wrong-pin');
    }
    this.wrong.forget(here);

    const token = randomBytes(32).toString('base64url');
    const device = from.device ?? randomBytes(32).toString('base64url');
    const expiresAt = new Date(now.getTime() + SESSION_MS);
    const act = { at: now, by: handle, act: 'session.opened', engineId: null, body: {} };
    await audit.record(act, async (queries) => {
      await insertSession(queries, hashToken(token), handle, now, expiresAt);
      if (!own) await insertDevice(queries, hashToken(device), handle, now);
    });
    return { token, device, person: found.person, expiresAt };
  }

  /** Whose token this is, or null when it is unknown or expired. */
  async find(token: string): Promise<Person | null> {
    const now = this.context.clock.now();
    let session = this.known.get(token);
    if (!session || session.believedUntil < now.getTime()) {
      const found = await findSession(this.context.database, hashToken(token));
      if (!found) {
        this.known.delete(token);
        return null;
      }
      session = { ...found, believedUntil: now.getTime() + BELIEVED_MS };
      this.known.set(token, session);
    }
    if (session.expiresAt <= now) {
      this.known.delete(token);
      return null;
    }
    return session.person;
  }

  async close(token: string): Promise<void> {
    const person = await this.find(token);
    this.known.delete(token);
    if (!person) return;
    const act = { at: this.context.clock.now(), by: person.handle, act: 'session.closed', engineId: null, body: {} };
    await this.context.audit.record(act, (queries) => deleteSession(queries, hashToken(token)));
  }

  /**
   * Another PIN for whoever is signed in, by the one before it. The person's other sessions end.
   *
   * @throws Failure session.wrong-pin, session.too-many-tries
   */
  async changePin({ handle }: Person, token: string, pin: string, newPin: string): Promise<void> {
    const { audit, clock, newId } = this.context;
    const places: [string, number][] = [[`own ${handle}`, TRIES.each]];
    const known = await this.compare(handle, pin, places, clock.now().getTime());
    if (!known) throw new Failure('session.wrong-pin', [{ path: 'pin', message: 'this is not your PIN' }]);
    this.wrong.forget(`own ${handle}`);
    const pinHash = await hashPin(newPin);
    const at = clock.now();
    const rows = [historyRow(newId(), known.person, pinHash, at, handle)];
    const act = { at, by: handle, act: 'person.changed', engineId: null, body: { handle, pin: 'changed' }, rows };
    await audit.record(act, (queries) => deleteSessionsOf(queries, handle, hashToken(token)));
    this.forget(handle, token);
  }

  /** Whatever was believed of somebody's sessions is asked anew, but for one of them. */
  forget(handle: string, butFor: string | null = null): void {
    for (const [token, { person }] of this.known)
      if (person.handle === handle && token !== butFor) this.known.delete(token);
  }
}
