import { createHash, randomBytes } from 'node:crypto';
import type { Person } from '../../contracts/shop.js';
import { Failure } from '../failure.js';
import { deleteSession, findPinHash, findSession, insertSession } from '../store/people-store.js';
import type { Context } from './context.js';
import { hashPin, pinFits } from './pins.js';

/** A shift, with some to spare. */
export const SESSION_MS = 12 * 60 * 60 * 1000;
export const TRIES = { allowed: 5, windowMs: 10 * 60 * 1000 };
/** How long a session found in the database is believed without asking again; signing out elsewhere takes as long. */
const BELIEVED_MS = 30_000;

const hashToken = (token: string) => createHash('sha256').update(token).digest('base64url');

export interface Session {
  person: Person;
  expiresAt: Date;
}

/** Signing in by handle and PIN, with tries counted by handle, and finding whose token a request carries. */
export class Sessions {
  private readonly wrong = new Map<string, number[]>();
  /** By the token itself, which stays in memory; on the disk it is hashed. */
  private readonly known = new Map<string, Session & { believedUntil: number }>();
  /** Compared against when the handle is unknown, so that the time taken does not tell. */
  private readonly nobody = hashPin(randomBytes(12).toString('hex'));

  constructor(private readonly context: Context) {}

  /** @throws Failure session.wrong-pin, session.too-many-tries */
  async open(handle: string, pin: string): Promise<{ token: string } & Session> {
    const { database, clock, audit } = this.context;
    const now = clock.now();
    const recent = (this.wrong.get(handle) ?? []).filter((at) => at > now.getTime() - TRIES.windowMs);
    if (recent.length >= TRIES.allowed) throw new Failure('session.too-many-tries');
    // Counted before the slow comparison, or else guesses sent at once would all slip through.
    this.wrong.set(handle, [...recent, now.getTime()]);

    const found = await findPinHash(database, handle);
    const fits = await pinFits(pin, found?.pinHash ?? (await this.nobody));
    if (!found || !fits) throw new Failure('session.wrong-pin');
    this.wrong.delete(handle);

    const token = randomBytes(32).toString('base64url');
    const expiresAt = new Date(now.getTime() + SESSION_MS);
    await audit.record({ at: now, by: handle, act: 'session.opened', engineId: null, body: {} }, (queries) =>
      insertSession(queries, hashToken(token), handle, now, expiresAt),
    );
    return { token, person: found.person, expiresAt };
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
    this.known.delete(token);
    await deleteSession(this.context.database, hashToken(token));
  }
}
