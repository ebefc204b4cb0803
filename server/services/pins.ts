import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import { promisify } from 'node:util';
import pLimit from 'p-limit';
import { Failure } from '../failure.js';

const derive = promisify(scrypt) as (
  pin: string,
  salt: Buffer,
  length: number,
  options: ScryptOptions,
) => Promise<Buffer>;

/** A PIN has few digits, so each guess must cost: 2^15 blocks of 1 KiB, about a tenth of a second and 32 MB. */
const COST: ScryptOptions = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };

/** One at a time, on a thread of its own: a hundred people at the door must not hold up those at the benches. */
const turn = pLimit(1);
/** Who comes behind so many waits a moment and tries again; that is some two seconds. */
const LONGEST_QUEUE = 20;

/** How many PINs are being hashed, or wait for it. */
export const pinsWaiting = (): number => turn.activeCount + turn.pendingCount;

/** @throws Failure server.busy */
function hash(pin: string, salt: Buffer, length: number): Promise<Buffer> {
  if (turn.pendingCount >= LONGEST_QUEUE) throw new Failure('server.busy');
  return turn(() => derive(pin, salt, length, COST));
}

/** `scrypt$salt$hash`, both base64url. @throws Failure server.busy */
export async function hashPin(pin: string): Promise<string> {
  const salt = randomBytes(16);
  const hashed = await hash(pin, salt, 32);
  return `scrypt$${salt.toString('base64url')}$${hashed.toString('base64url')}`;
}

/** Compares in constant time. @throws Failure server.busy */
export async function pinFits(pin: string, stored: string): Promise<boolean> {
  const [, salt, known] = stored.split('$').map((part) => Buffer.from(part, 'base64url'));
  return timingSafeEqual(known, await hash(pin, salt, known.length));
}
