import { isIP } from 'node:net';
import { resolve } from 'node:path';
import { CannotStart } from './cannot-start.js';

export interface Config {
  port: number;
  host: string;
  /** Absolute path of the data folder. */
  dataFolder: string;
  /** Set when the shop keeps its data on a PostgreSQL server. */
  databaseUrl: string | null;
  /** Absolute path of the folder for a backup each night; null where none is wanted. */
  backupFolder: string | null;
  /** Addresses, or ranges of them, of the proxies whose word is taken on who asks and whether by https. */
  proxies: string[];
}

const KNOWN = ['UTEX_PORT', 'UTEX_HOST', 'UTEX_DATA', 'UTEX_PROXY', 'UTEX_BACKUP'];

/** A setting that cannot be used; the message names it. */
class WrongSetting extends CannotStart {}

/**
 * Reads the settings once, at start. A value that cannot be used, and a UTEX_ name that does not exist, refuse the
 * start by name: a misspelt UTEX_DATA would otherwise open an empty shop elsewhere.
 */
export function readConfig(env: Record<string, string | undefined>): Readonly<Config> {
  for (const name of Object.keys(env))
    if (name.startsWith('UTEX_') && !KNOWN.includes(name))
      throw new WrongSetting(`${name} is no setting of Utex. There are ${KNOWN.join(', ')} and DATABASE_URL.`);

  const portText = env.UTEX_PORT ?? '8420';
  const port = Number(portText);
  if (!/^\d+$/.test(portText) || port > 65_535)
    throw new WrongSetting(`UTEX_PORT must be a port from 0 to 65535, not "${portText}".`);

  const host = env.UTEX_HOST ?? '127.0.0.1';
  if (!/^[A-Za-z0-9.:-]+$/.test(host))
    throw new WrongSetting(`UTEX_HOST must be a host name or address, not "${host}".`);

  const folder = env.UTEX_DATA ?? './data';
  if (folder.trim() === '') throw new WrongSetting('UTEX_DATA must name a folder; it is empty.');

  const backup = env.UTEX_BACKUP ?? null;
  if (backup?.trim() === '') throw new WrongSetting('UTEX_BACKUP must name a folder; it is empty.');

  const databaseUrl = env.DATABASE_URL ?? null;
  if (databaseUrl !== null && !/^postgres(ql)?:\/\/.+/.test(databaseUrl))
    throw new WrongSetting('DATABASE_URL must start with postgres:// or postgresql://.');
  const proxies = (env.UTEX_PROXY ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
  for (const proxy of proxies)
    if (!isIP(proxy.replace(/\/\d{1,3}$/, '')))
      throw new WrongSetting(
        `UTEX_PROXY must be addresses of proxies, such as 127.0.0.1 or 10.0.0.0/8, not "${proxy}".`,
      );
  return Object.freeze({
    port,
    host,
    dataFolder: resolve(folder),
    databaseUrl,
    backupFolder: backup && resolve(backup),
    proxies,
  });
}
