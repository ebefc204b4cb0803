import { resolve } from 'node:path';
import { readConfig } from './config.js';

test('without any setting the shop opens on this machine alone, in ./data', () => {
  expect(readConfig({})).toEqual({
    port: 8420, host: '127.0.0.1', dataFolder: resolve('data'), databaseUrl: null, proxies: [], backupFolder: null,
  }); // prettier-ignore
});

test('settings are taken as they are, and cannot be changed afterwards', () => {
  const config = readConfig({
    UTEX_PORT: '0', UTEX_HOST: '0.0.0.0', UTEX_DATA: '/srv/shop', DATABASE_URL: 'postgres://shop@db/utex', PATH: '/bin',
    UTEX_PROXY: '127.0.0.1, 10.0.0.0/8', UTEX_BACKUP: '/mnt/backup',
  }); // prettier-ignore
  expect(config).toEqual({
    port: 0, host: '0.0.0.0', dataFolder: '/srv/shop', databaseUrl: 'postgres://shop@db/utex', proxies: ['127.0.0.1', '10.0.0.0/8'], backupFolder: '/mnt/backup',
  }); // prettier-ignore
  expect(Object.isFrozen(config)).toBe(true);
});

test.each([
  ['UTEX_PORT', ''], ['UTEX_PORT', '-1'], ['UTEX_PORT', '80.5'], ['UTEX_PORT', '65536'], ['UTEX_HOST', ''], ['UTEX_HOST', 'my host'],
  ['UTEX_DATA', ''], ['UTEX_DATE', 'x'], ['UTEX_PROXY', 'my-proxy'], ['DATABASE_URL', 'sqlite://x'], ['DATABASE_URL', 'postgres://'],
])('%s=%p is refused by its name', (name, value) => expect(() => readConfig({ [name]: value })).toThrow(name)); // prettier-ignore
