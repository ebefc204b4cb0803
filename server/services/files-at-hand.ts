import type { EngineFile } from '../../core/sheet/engine-file.js';
import type { Impossibility } from '../../core/impossible.js';
import type { Reading } from '../../core/sheet/reading.js';
import { judgeLast, type Answer } from '../../core/sheet/answer.js';
import { standOf, type Stand } from '../../core/sheet/stand.js';
import type { AuditLog } from '../store/audit-log.js';
import type { Database } from '../store/database.js';
import { loadFiles } from '../store/engine-file-store.js';
import type { EngineRow } from '../store/engine-store.js';

/** Far more engines than a shop has on its benches. */
const KEPT = 100;

/** The file of one engine in work, walked through, so that one more reading is judged at once. */
export class FileAtHand {
  private readonly readings: Reading[];
  private readonly stand: Stand;
  private readonly turns = new Map<string, number>();
  private readonly file: EngineFile;

  constructor(file: EngineFile) {
    this.readings = [...file.readings];
    this.file = { ...file, readings: this.readings };
    this.stand = standOf(file);
    this.readings.forEach(({ id }, turn) => this.turns.set(id, turn));
  }

  find(id: string): Reading | undefined {
    const turn = this.turns.get(id);
    return turn === undefined ? undefined : this.readings[turn];
  }

  get length(): number {
    return this.readings.length;
  }

  /** Adds a reading; answers why it cannot be, or null. */
  add(reading: Reading): Impossibility | null {
    this.turns.set(reading.id, this.readings.push(reading) - 1);
    return this.stand.add(reading);
  }

  /** Takes back everything behind the first `length` readings: it was not written. */
  rewind(length: number): void {
    for (const { id } of this.readings.splice(length)) this.turns.delete(id);
    this.stand.rewind(length);
  }

  /** The judgement of the reading that was added last. */
  judgeLast(): Answer {
    return judgeLast(this.file, this.stand);
  }

  /** The judgement of a reading as it stood when it had just been taken: the same whenever it is asked for. */
  judge({ id }: Reading): Answer {
    const turn = this.turns.get(id)!;
    if (turn === this.readings.length - 1) return this.judgeLast();
    return judgeLast({ ...this.file, readings: this.readings.slice(0, turn + 1) });
  }
}

/**
 * The files of the engines in work, in memory, so that taking one more reading costs a single statement. They hold as
 * long as nobody else writes; where another process does (on a PostgreSQL server), the audit log notices that its head
 * has moved, and everything is read anew. What is filed or decided here is told by `forget`.
 */
export class FilesAtHand {
  private readonly kept = new Map<string, FileAtHand>();
  private generation = 0;

  constructor(
    private readonly database: Database,
    private readonly audit: AuditLog,
  ) {}

  async of(row: EngineRow): Promise<FileAtHand> {
    if (this.generation !== this.audit.generation) {
      this.kept.clear();
      this.generation = this.audit.generation;
    }
    const known = this.kept.get(row.id);
    if (known) return known;
    const file = (await loadFiles(this.database, [row], 'whole')).get(row.id)!;
    const hand = new FileAtHand(file);
    if (this.kept.size >= KEPT) this.kept.delete(this.kept.keys().next().value!);
    this.kept.set(row.id, hand);
    return hand;
  }

  /** Something of an engine besides its readings changed. */
  forget(engineId: string): void {
    this.kept.delete(engineId);
  }
}
