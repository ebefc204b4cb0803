import type { Reading } from '../../core/record/reading.js';
import type { AuditLog } from '../store/audit-log.js';
import type { Database } from '../store/database.js';
import { listReadings } from '../store/reading-store.js';

/** Far more engines than a shop has on its benches. */
const KEPT = 100;

/** The readings of one engine in the order in which they were taken, so laid out that one more is judged at once. */
export class History {
  private readonly taken: Reading[] = [];
  private readonly turns = new Map<string, number>();
  private readonly latest = new Map<string, Map<string, Reading>>();

  constructor(readings: Reading[]) {
    readings.forEach((reading) => this.add(reading));
  }

  find(id: string): Reading | undefined {
    const turn = this.turns.get(id);
    return turn === undefined ? undefined : this.taken[turn];
  }

  /** The newest reading of `measure` at each place. */
  latestOf(measure: string): Reading[] {
    return [...(this.latest.get(measure)?.values() ?? [])];
  }

  /** The newest reading of `measure` at `place`. */
  latestAt(measure: string, place: string): Reading | undefined {
    return this.latest.get(measure)?.get(place);
  }

  /** All readings, in order. */
  all(): readonly Reading[] {
    return this.taken;
  }

  /** Everything as it stood when `reading`, which is in here, had just been taken. */
  upTo(reading: Reading): History {
    return new History(this.taken.slice(0, this.turns.get(reading.id)! + 1));
  }

  add(reading: Reading): void {
    this.turns.set(reading.id, this.taken.push(reading) - 1);
    const places = this.latest.get(reading.measure) ?? new Map<string, Reading>();
    this.latest.set(reading.measure, places.set(reading.place, reading));
  }
}

/**
 * The readings of the engines in work, in memory, so that taking one more costs a single statement. They hold as long
 * as nobody else writes; where another process does (on a PostgreSQL server), the audit log notices that its head has
 * moved, and everything is read anew.
 */
export class ReadingsAtHand {
  private readonly kept = new Map<string, History>();
  private generation = 0;

  constructor(
    private readonly database: Database,
    private readonly audit: AuditLog,
  ) {}

  async of(engineId: string): Promise<History> {
    if (this.generation !== this.audit.generation) {
      this.kept.clear();
      this.generation = this.audit.generation;
    }
    const known = this.kept.get(engineId);
    if (known) return known;
    const history = new History(await listReadings(this.database, engineId));
    if (this.kept.size >= KEPT) this.kept.delete(this.kept.keys().next().value!);
    this.kept.set(engineId, history);
    return history;
  }
}
