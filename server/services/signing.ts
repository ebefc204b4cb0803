import pLimit from 'p-limit';
import type { RecordSummary } from '../../contracts/record.js';
import type { Person } from '../../contracts/shop.js';
import { picturesOf, workedOn, type EngineFile } from '../../core/sheet/engine-file.js';
import { Failure } from '../failure.js';
import type { RecordToIssue } from '../record/issue.js';
import type { Images } from '../record/pdf-pictures.js';
import { LARGEST_FILE } from '../record/largest-file.js';
import { headOf } from '../store/audit-log.js';
import { isUniqueViolation, type Queries } from '../store/database.js';
import { loadFile } from '../store/engine-file-store.js';
import type { EngineRow } from '../store/engine-store.js';
import { findPicture } from '../store/picture-store.js';
import { listPeople } from '../store/people-store.js';
import { findShop, findShopData } from '../store/shop-store.js';
import {
  countFiledSince,
  coveredBy,
  findSummary,
  newestRevision,
  recordRow,
  type RecordRow,
} from '../store/record-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

interface Asked {
  /** Made by whoever signs; without, the server makes one. */
  id?: string;
  acceptMissing?: { reason: string };
  /** Ids of the pictures that the PDF shows. */
  showPictures?: string[];
}

/**
 * A signature must stand after all that it covers. Where the server's clock was set back it would not.
 *
 * @throws Failure clock.behind
 */
function checkClock(now: Date, { readings, acts, papers, signed }: EngineFile): void {
  const times = [
    ...readings.map(({ receivedAt }) => receivedAt),
    ...[...acts, ...papers].map(({ at }) => at),
    ...(signed ? [signed.signedAt] : []),
  ];
  const newest = times.reduce((latest, at) => (at > latest ? at : latest), '');
  const behind = newest === '' ? 0 : Date.parse(newest) - now.getTime();
  if (behind <= 0) return;
  const minutes = Math.ceil(behind / 60_000);
  const spoken = minutes < 120 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  const said = `The server’s clock stands ${spoken} before the newest of what would be signed. Set it right, then sign.`;
  throw new Failure('clock.behind', [{ path: 'signedAt', message: `it says ${now.toISOString()}` }], said);
}

/**
 * Where the shop asks for two people, who measured or accepted a value does not sign the engine alone.
 *
 * @throws Failure record.second-person
 */
function checkSecondPerson({ handle }: Person, file: EngineFile): void {
  if (workedOn(file).has(handle)) throw new Failure('record.second-person');
}

/** Pictures by their hash, as the PDF shows them. */
async function readImages(queries: Queries, hashes: string[]): Promise<Images> {
  const images: Images = {};
  for (const sha256 of hashes) {
    const bytes = await findPicture(queries, sha256);
    if (bytes) images[sha256] = bytes;
  }
  return images;
}

/** What a signature is about to stand under, with how far what it covers has come. */
interface Read {
  record: RecordToIssue;
  images: Images;
  covered: RecordRow['covered'];
}

/**
 * Signing build records, one at a time. What is signed is read in one moment; drawing and signing it takes a second on
 * another thread, in which everybody goes on: what is filed in that second comes after the record.
 */
export class Signing {
  private readonly turn = pLimit(1);

  constructor(
    private readonly context: Context,
    private readonly engines: Engines,
  ) {}

  /**
   * Signs the build record of an engine and keeps it. The same signature sent twice is signed once.
   *
   * @throws Failure record.flag-open, record.missing, record.too-large, record.second-person, clock.behind, act.id-taken, engine.not-found
   */
  async sign(engineId: string, by: Person, asked: Asked = {}): Promise<RecordSummary> {
    const row = await this.engines.inWork(engineId);
    return this.turn(async () => {
      for (;;) {
        const known = asked.id ? await findSummary(this.context.database, asked.id) : null;
        if (known && known.engineId !== row.id) throw new Failure('act.id-taken');
        if (known) return known;
        try {
          return await this.keep(row, by, await this.issue(await this.read(row, by, asked)));
        } catch (error) {
          // Another process on the same database signed this engine meanwhile: its record comes first.
          if (!isUniqueViolation(error, 'records_engine_id_revision_key')) throw error;
        }
      }
    });
  }

  /** Everything that the record is made from, as it stands at one moment. @throws Failure clock.behind */
  private read(
    row: EngineRow,
    by: Person,
    { id = this.context.newId(), acceptMissing, showPictures }: Asked,
  ): Promise<Read> {
    const { clock, database, history } = this.context;
    return database.transaction(async (queries) => {
      await queries.query('set transaction isolation level repeatable read');
      const auditHead = await headOf(queries);
      const shop = (await findShop(queries))!;
      const file = await loadFile(queries, row, await history.of(queries));
      const now = clock.now();
      checkClock(now, file);
      const said = await findShopData(queries);
      if (said.twoPeople) checkSecondPerson(by, file);
      const record = {
        id,
        revision: (await newestRevision(queries, row.id)) + 1,
        shop: {
          name: shop.name,
          verifyAddress: shop.verifyAddress,
          ...(said.address === '' ? {} : { address: said.address }),
          ...(said.paper === 'A4' ? {} : { paper: said.paper }),
          ...(said.timeZone === null ? {} : { timeZone: said.timeZone }),
          ...(said.letterhead === null ? {} : { letterhead: said.letterhead }),
        },
        engine: { id: row.id, tag: row.tag, title: row.title, customer: row.customer },
        file,
        people: (await listPeople(queries)).map(({ handle, name }) => ({ handle, name })),
        lead: { handle: by.handle, name: by.name },
        signedAt: now.toISOString(),
        auditHead,
        acceptMissing,
        showPictures,
      };
      const chosen = picturesOf(file).filter((picture) => showPictures?.includes(picture.id));
      const wanted = [...chosen.map(({ sha256 }) => sha256), ...(said.letterhead === null ? [] : [said.letterhead])];
      const images = await readImages(queries, wanted);
      return { record, images, covered: await coveredBy(queries, row.id) };
    });
  }

  /** Freezes the sheet with its limits, and signs it as JWS and as PDF. @throws Failure record.* */
  private async issue({ record, images, covered }: Read): Promise<RecordRow> {
    const { keys, workers } = this.context;
    const issued = await workers.run('shop', 'issueRecord', { record, images, keys });
    if (!issued.ok) {
      const issues = issued.at.map(({ measure, place }) => ({ path: place, message: `${measure} at ${place}` }));
      throw new Failure(`record.${issued.code}`, issues);
    }
    const { summary, jws, pdf, pdfSha256 } = issued;
    if (Math.max(Buffer.byteLength(jws), pdf.length) > LARGEST_FILE) throw new Failure('record.too-large');
    return { summary, jws, pdf: Buffer.from(pdf.buffer, pdf.byteOffset, pdf.byteLength), pdfSha256, covered };
  }

  private async keep(row: EngineRow, by: Person, issued: RecordRow): Promise<RecordSummary> {
    const { audit, database } = this.context;
    const { id, revision, fingerprint, signedAt } = issued.summary;
    const act = {
      at: new Date(signedAt),
      by: by.handle,
      act: 'record.signed',
      engineId: row.id,
      body: { record: id, revision, fingerprint },
      rows: [recordRow(issued)],
    };
    await audit.exclusively(async () => {
      let since = 0;
      await this.engines.atHand.put(
        row.id,
        async () => {
          // Counted anew where another process was faster: what it filed is not on this record.
          since = await countFiledSince(database, row.id, issued.covered);
          return act;
        },
        (hand) => hand.sign({ revision, signedAt, since }),
      );
    });
    return issued.summary;
  }
}
