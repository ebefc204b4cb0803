import { fdatasyncSync, mkdirSync } from 'node:fs';
import { PGlite, types } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';
import { serialize } from 'pg-protocol';
import { CannotStart } from '../cannot-start.js';
import type { Database, Queries } from './database.js';
import { layEmptyDatabase } from './empty-database.js';
import { CannotWrite, Disk } from './disk.js';

/** The Emscripten module, as far as the sync hook needs it. */
interface EmscriptenModule {
  NODEFS: { stream_ops: { fsync?: (stream: { nfd: number }) => number } };
}

/**
 * PGlite's Node file system has no fsync hook, so PostgreSQL's own syncing would reach nothing. This adds it: every
 * fsync of the engine becomes an fdatasync of the real file. It leans on internals of the pinned version; a test
 * counts the syncs, so that an upgrade that breaks it is noticed.
 */
class DurableNodeFS extends NodeFS {
  constructor(
    folder: string,
    private readonly onSync: () => void,
  ) {
    super(folder);
  }

  override async init(...args: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const prepared = await super.init(...args);
    const addSync = (module: unknown) => {
      (module as EmscriptenModule).NODEFS.stream_ops.fsync = (stream) => {
        fdatasyncSync(stream.nfd);
        this.onSync();
        return 0;
      };
    };
    const { emscriptenOpts } = prepared;
    return {
      ...prepared,
      emscriptenOpts: { ...emscriptenOpts, preRun: [...(emscriptenOpts.preRun ?? []), addSync] },
    } as Awaited<ReturnType<NodeFS['init']>>;
  }
}

/** PGlite starts with `-F` (no fsync). Without it, and with these, a commit is on the disk before it is answered. */
const startParams = [
  ...PGlite.defaultStartParams.filter((param) => param !== '-F'),
  '-c',
  'fsync=on',
  '-c',
  'wal_sync_method=fsync',
];

/** Bytes as PostgreSQL spells them. PGlite spells and reads them one by one: 50 ms for a record's PDF, and the thread is held. */
const HEX = '\\x';
const bytes = {
  serializers: {
    [types.BYTEA]: (value: Uint8Array) =>
      HEX + Buffer.from(value.buffer, value.byteOffset, value.byteLength).toString('hex'),
  },
  parsers: { [types.BYTEA]: (text: string) => Buffer.from(text.slice(HEX.length), 'hex') },
};

const asQueries = (target: { query: PGlite['query'] }): Queries => ({
  async query<Row>(sql: string, params: unknown[] = []) {
    return (await target.query<Row>(sql, params)).rows;
  },
});

type DataRow = (string | null)[];

const asText = (value: unknown) => (value == null ? null : value instanceof Date ? value.toISOString() : String(value));

/**
 * PGlite parses and plans each query anew, which for a small insert takes longer than the insert itself. Here a
 * statement is planned once, and each use of it is three messages of the protocol in one go.
 */
function asPrepared(pglite: PGlite): Database['prepared'] {
  const names = new Map<string, string>();
  const send = (...messages: Buffer[]) => pglite.execProtocol(Buffer.concat([...messages, serialize.sync()]));
  const execute = async (sql: string, values: unknown[]) => {
    let name = names.get(sql);
    if (!name) {
      name = `utex_${names.size}`;
      await send(serialize.parse({ name, text: sql, types: [] }));
      names.set(sql, name);
    }
    const said = await send(serialize.bind({ statement: name, values: values.map(asText) }), serialize.execute());
    return said.messages.flatMap((message) =>
      'fields' in message && message.name === 'dataRow' ? [message.fields as DataRow] : [],
    );
  };
  // Both of PGlite's own locks, as its `query` takes them: never in the midst of somebody's transaction.
  return (sql, values) => pglite._runExclusiveTransaction(() => pglite._runExclusiveQuery(() => execute(sql, values)));
}

/**
 * Opens the embedded database in `folder`, made if it is not there. The caller holds the folder's lock.
 *
 * @param onSync called after each sync of a file to the disk
 * @throws CannotStart
 */
export async function openPglite(folder: string, onSync: () => void = () => {}): Promise<Database> {
  layEmptyDatabase(folder);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const disk = new Disk(folder);
  const pglite = await PGlite.create({ fs: new DurableNodeFS(folder, onSync), startParams, ...bytes }).catch(
    (error: Error) => {
      throw new CannotStart(
        `The database in ${folder} cannot be opened (${error.message}). Put the whole data folder back from a backup.`,
      );
    },
  );
  return {
    kind: 'pglite',
    checkRoom() {
      if (!disk.hasRoom()) throw new CannotWrite();
    },
    ...asQueries(pglite),
    prepared: asPrepared(pglite),
    transaction: (work) => pglite.transaction((tx) => work(asQueries(tx))) as never,
    async script(sql) {
      await pglite.exec(sql);
    },
    close: () => pglite.close(),
  };
}
