import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify(scrypt) as (
  pin: string,
  salt: Buffer,
  length: number,
  options: ScryptOptions,
) => Promise<Buffer>;

/** A PIN has few digits, so each guess must cost: 2^15 blocks of 1 KiB, about a tenth of a second and 32 MB. */
const COST: ScryptOptions = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };

/** `scrypt$salt$hash`, both base64url. */
export async function hashPin(pin: string): Promise<string> {
  const salt = randomBytes(16);
  const hash = await derive(pin, salt, 32, COST);
  return `scrypt$${salt.toString('base64url')}$${hash.toString('base64url')}`;
}

/** Compares in constant time. */
export async function pinFits(pin: string, stored: string): Promise<boolean> {
  const [, salt, hash] = stored.split('$').map((part) => Buffer.from(part, 'base64url'));
  return timingSafeEqual(hash, await derive(pin, salt, hash.length, COST));
}
