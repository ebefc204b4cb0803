import { LRUCache } from 'lru-cache';
import { PAPER_KINDS } from '../../contracts/papers/papers.js';
import type { Impossibility } from '../../core/impossible.js';
import type { Act } from '../../core/sheet/acts.js';
import { judgeLast, type Answer } from '../../core/sheet/answer.js';
import { KEPT_TO_THE_SHOP, type EngineFile, type Signed } from '../../core/sheet/engine-file.js';
import type { Judging } from '../../core/sheet/judging.js';
import { judgingOf } from '../../core/sheet/judging-of.js';
import { PAPERS_OF_RULES } from '../../core/sheet/on-file.js';
import type { Paper } from '../../core/sheet/papers.js';
import type { Reading } from '../../core/sheet/reading.js';
import { sheetOf, type Sheet } from '../../core/sheet/sheet.js';
import { standOf, type Stand } from '../../core/sheet/stand.js';
import { KeptStanding } from '../../core/sheet/standing.js';
import type { Act as LoggedAct } from '../store/audit-log.js';
import { loadFile } from '../store/engine-file-store.js';
import type { EngineRow } from '../store/engine-store.js';
import { changeFloor, putOnFloor, type FloorChange, type Shown } from '../store/floor-store.js';
import type { Context } from './context.js';
import { SHOWN_BY, shownOf, type OnTheFloor } from './floor.js';

/** As many readings as are kept in memory, some 2 kB each with all that is made of them. */
const READINGS_KEPT = 150_000;
/** What an engine takes by itself, counted in readings. */
const AN_ENGINE = 50;

/** What changes what a reading says once it was taken. */
const CORRECTIONS: Act['kind'][] = ['reading-struck', 'reading-noted'];

/** The file of one engine in work, walked through, so that one more reading is judged at once. */
export class FileAtHand {
  private readonly readings: Reading[];
  private stand: Stand;
  private standing: KeptStanding;
  private readonly turns = new Map<string, number>();
  private file: EngineFile;
  private judging: Judging | null = null;
  /** What the floor shows of it, where that is known. */
  private shown: string | null = null;

  constructor(
    private readonly row: OnTheFloor,
    file: EngineFile,
  ) {
    this.readings = [...file.readings];
    this.file = { ...file, readings: this.readings };
    this.stand = standOf(file);
    this.standing = new KeptStanding(file.engine, file.spec, this.stand);
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
    const fault = this.stand.add(reading);
    this.noteWritten(this.stand.turns - 1);
    this.filed(1);
    return fault;
  }

  /** Takes back everything behind the first `length` readings: it was not written. */
  rewind(length: number): void {
    for (let turn = length; turn < this.readings.length; turn++) this.noteWritten(turn);
    this.filed(length - this.readings.length);
    for (const { id } of this.readings.splice(length)) this.turns.delete(id);
    this.stand.rewind(length);
    this.shown = null;
  }

  addAct(act: Act): void {
    this.file = { ...this.file, acts: [...this.file.acts, act] };
    // What is on no record changes no value.
    if (KEPT_TO_THE_SHOP.acts.includes(act.kind)) return;
    // What follows from the readings follows without it.
    if (CORRECTIONS.includes(act.kind)) this.walkAgain();
    else this.standing.forgetAll();
    this.filed(1);
  }

  addPaper(paper: Paper): void {
    const keepsAll = PAPER_KINDS.some(({ kind, keeps }) => kind === paper.kind && keeps === 'all');
    const others = this.file.papers.filter(({ kind }) => keepsAll || kind !== paper.kind);
    this.file = { ...this.file, papers: [...others, paper] };
    this.judging = null;
    // What follows from the readings follows from the paper too.
    if (PAPERS_OF_RULES.includes(paper.kind)) this.walkAgain();
    else this.standing.forgetAll();
    if (!KEPT_TO_THE_SHOP.papers.includes(paper.kind)) this.filed(1);
  }

  private walkAgain(): void {
    this.judging = null;
    this.stand = standOf(this.file);
    this.standing = new KeptStanding(this.file.engine, this.file.spec, this.stand);
  }

  /** The file as it stands, walked through and judged. */
  judged(): { file: EngineFile; stand: Stand; sheet: Sheet } {
    return { file: this.file, stand: this.stand, sheet: sheetOf(this.file, this.stand) };
  }

  sign(signed: Signed): void {
    this.file = { ...this.file, signed };
  }

  /** How the floor changes with what was added. */
  floorChange(touchedAt: Date): FloorChange {
    const shown = JSON.stringify(shownOf(this.row, this.standing.of(this.file, this.judgingNow()), this.file));
    const change = { engineId: this.row.id, touchedAt, shown: shown === this.shown ? null : shown };
    this.shown = shown;
    return change;
  }

  /** The judgement of the reading that was added last. */
  judgeLast(): Answer {
    return judgeLast(this.file, this.stand, this.judgingNow());
  }

  /** The judgement of a reading as it stood when it had just been taken: the same whenever it is asked for. */
  judge({ id, receivedAt }: Reading): Answer {
    const turn = this.turns.get(id)!;
    // Struck or noted since, it was judged when it was not.
    const acts = this.file.acts.filter(({ kind, at }) => !CORRECTIONS.includes(kind) || at < receivedAt);
    if (turn === this.readings.length - 1 && acts.length === this.file.acts.length) return this.judgeLast();
    return judgeLast({ ...this.file, acts, readings: this.readings.slice(0, turn + 1) });
  }

  private judgingNow(): Judging {
    return (this.judging ??= judgingOf(this.file, this.stand));
  }

  /** What was written at a turn, or is about to be taken back, is judged anew. */
  private noteWritten(turn: number): void {
    for (const { measure, place } of this.stand.writtenAt(turn)) {
      this.standing.forget(measure, place);
      // What judging reads once and for all are values of the whole engine.
      if (place === 'engine') this.judging = null;
    }
  }

  /** So much more was filed that a record would hold. */
  private filed(more: number): void {
    const { signed } = this.file;
    if (signed) this.file = { ...this.file, signed: { ...signed, since: signed.since + more } };
  }
}

/**
 * The files of the engines in work, in memory, so that taking one more reading costs a single statement. They hold as
 * long as nobody else writes; where another process does (on a PostgreSQL server), the audit log notices that its head
 * has moved, and everything is read anew.
 */
export class FilesAtHand {
  private readonly kept = new LRUCache<string, FileAtHand>({
    maxSize: READINGS_KEPT,
    sizeCalculation: ({ length }) => AN_ENGINE + Math.min(length, READINGS_KEPT - AN_ENGINE),
  });
  private generation = 0;
  private version = 0;

  constructor(
    private readonly context: Pick<Context, 'database' | 'audit' | 'history'>,
    private readonly engineOf: (id: string) => Promise<EngineRow>,
  ) {}

  /** Within `exclusively`: nothing is written while it is read, so that the engine is as it is judged now. */
  async of(engineId: string): Promise<FileAtHand> {
    const { audit, database, history } = this.context;
    if (this.generation !== audit.generation || this.version !== history.version) {
      this.kept.clear();
      this.generation = audit.generation;
      this.version = history.version;
    }
    const known = this.kept.get(engineId);
    if (known) return known;
    const row = await this.engineOf(engineId);
    const hand = new FileAtHand(row, await loadFile(database, row, await history.of(database)));
    this.kept.set(engineId, hand);
    return hand;
  }

  /** What is at hand of an engine is dropped: it is about to be another, or to be judged by something else. */
  forget(engineId: string): void {
    this.kept.delete(engineId);
  }

  /**
   * Within `exclusively`: one act that changes the file of an engine besides its readings, with what it writes and what
   * the floor then shows.
   */
  async put(
    engineId: string,
    act: () => LoggedAct | Promise<LoggedAct>,
    change: (hand: FileAtHand) => void,
  ): Promise<void> {
    let floor: FloorChange;
    try {
      await this.context.audit.put(
        async () => {
          const made = await act();
          const hand = await this.of(engineId);
          change(hand);
          floor = hand.floorChange(made.at);
          return made;
        },
        (queries) =>
          floor.shown === null
            ? changeFloor(queries, floor)
            : putOnFloor(queries, JSON.parse(floor.shown) as Shown, floor.touchedAt, SHOWN_BY),
      );
    } catch (error) {
      this.kept.delete(engineId);
      throw error;
    }
  }
}
