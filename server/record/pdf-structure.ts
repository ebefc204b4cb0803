import { inflateSync } from 'node:zlib';

/**
 * Reads as much of a PDF's structure (ISO 32000-1, 7.3 to 7.5) as it takes to find the signature and the attached file
 * of a build record: objects, the classic cross-reference table, streams as they are or deflated. Everything is found
 * from the end of the file by its own offsets, so that no text inside it is ever taken for structure, and each byte is
 * looked at a few times at most, whoever wrote the file.
 */

class Name {
  constructor(readonly text: string) {}
}
class Ref {
  constructor(readonly number: number) {}
}
/** A string, and where it stands in the file, its brackets included. */
export interface Text {
  bytes: Buffer;
  start: number;
  end: number;
}
/** An array or a number with where it stands is only needed for arrays. */
interface List extends Array<Value> {
  start?: number;
  end?: number;
}
export type Dictionary = Map<string, Value>;
type Value = number | boolean | null | Name | Ref | Text | List | Dictionary;

/** The file is no PDF that this reads. */
class Unreadable extends Error {}

/** Deeper than any record is nested. */
const DEEPEST = 32;
const MOST_TABLES = 16;
/** The largest attached file that is unpacked. */
const LARGEST_STREAM = 64 * 1024 * 1024;

const SPACE = new Set([0, 9, 10, 12, 13, 32]);
const DELIMITER = new Set([...'()<>[]{}/%'].map((letter) => letter.charCodeAt(0)));
const isRegular = (byte: number | undefined) => byte !== undefined && !SPACE.has(byte) && !DELIMITER.has(byte);
const ESCAPES: Record<string, number> = { n: 10, r: 13, t: 9, b: 8, f: 12 };

/** Reads values from a place on. */
class Reader {
  constructor(
    private readonly bytes: Buffer,
    public at: number,
  ) {}

  private skipSpace(): void {
    for (;;) {
      while (SPACE.has(this.bytes[this.at])) this.at++;
      if (this.bytes[this.at] !== 0x25) return;
      while (this.at < this.bytes.length && this.bytes[this.at] !== 10 && this.bytes[this.at] !== 13) this.at++;
    }
  }

  /** The next word of regular characters. */
  word(): string {
    this.skipSpace();
    const start = this.at;
    while (isRegular(this.bytes[this.at])) this.at++;
    return this.bytes.toString('latin1', start, this.at);
  }

  expect(wanted: string): void {
    if (this.word() !== wanted) throw new Unreadable(`${wanted} expected`);
  }

  integer(): number {
    const word = this.word();
    if (!/^\d{1,10}$/.test(word)) throw new Unreadable('a number expected');
    return Number(word);
  }

  value(depth = 0): Value {
    if (depth > DEEPEST) throw new Unreadable('nested too deep');
    this.skipSpace();
    const { bytes, at } = this;
    const two = bytes.toString('latin1', at, at + 2);
    if (two === '<<') return this.dictionary(depth);
    if (two[0] === '<') return this.hexText();
    if (two[0] === '(') return this.text();
    if (two[0] === '[') return this.list(depth);
    if (two[0] === '/') return this.name();
    const word = this.word();
    if (word === 'true' || word === 'false') return word === 'true';
    if (word === 'null') return null;
    if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(word)) throw new Unreadable('a value expected');
    return this.reference(word) ?? Number(word);
  }

  /** `12 0 R`, of which the first number was read. */
  private reference(word: string): Ref | null {
    if (!/^\d{1,10}$/.test(word)) return null;
    const before = this.at;
    if (/^\d{1,5}$/.test(this.word()) && this.word() === 'R') return new Ref(Number(word));
    this.at = before;
    return null;
  }

  private name(): Name {
    this.at++;
    const start = this.at;
    while (isRegular(this.bytes[this.at])) this.at++;
    const text = this.bytes.toString('latin1', start, this.at);
    return new Name(text.replace(/#([0-9A-Fa-f]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16))));
  }

  private list(depth: number): List {
    const start = this.at++;
    const values: List = [];
    for (;;) {
      this.skipSpace();
      if (this.bytes[this.at] === 0x5d) break;
      values.push(this.value(depth + 1));
    }
    this.at++;
    return Object.assign(values, { start, end: this.at });
  }

  private dictionary(depth: number): Dictionary {
    this.at += 2;
    const entries: Dictionary = new Map();
    for (;;) {
      this.skipSpace();
      if (this.bytes[this.at] === 0x3e && this.bytes[this.at + 1] === 0x3e) break;
      if (this.bytes[this.at] !== 0x2f) throw new Unreadable('a name expected');
      const { text } = this.name();
      entries.set(text, this.value(depth + 1));
    }
    this.at += 2;
    return entries;
  }

  private hexText(): Text {
    const start = this.at;
    const end = this.bytes.indexOf(0x3e, start) + 1;
    if (end === 0) throw new Unreadable('a string without end');
    this.at = end;
    return { bytes: Buffer.from(this.bytes.toString('latin1', start + 1, end - 1), 'hex'), start, end };
  }

  private text(): Text {
    const start = this.at++;
    const bytes: number[] = [];
    for (let open = 1; open > 0;) {
      const byte = this.bytes[this.at++];
      if (byte === undefined) throw new Unreadable('a string without end');
      if (byte === 0x28) open++;
      if (byte === 0x29) open--;
      if (byte !== 0x5c) bytes.push(byte);
      else {
        const next = this.bytes[this.at++];
        bytes.push(ESCAPES[String.fromCharCode(next)] ?? next);
      }
    }
    return { bytes: Buffer.from(bytes.slice(0, -1)), start, end: this.at };
  }
}

/** An opened file: its objects by number, and where to begin. */
export class PdfStructure {
  private readonly offsets = new Map<number, number>();
  private readonly trailer: Dictionary;

  /** @throws Unreadable */
  constructor(private readonly bytes: Buffer) {
    const found = bytes.lastIndexOf('startxref', bytes.length, 'latin1');
    if (found < 0) throw new Unreadable('no cross-reference table');
    const reader = new Reader(bytes, found);
    reader.expect('startxref');
    this.trailer = this.readTables(reader.integer());
  }

  /** All tables from the newest back; answers the newest trailer. */
  private readTables(newest: number): Dictionary {
    const seen = new Set<number>();
    let trailer: Dictionary | undefined;
    for (let next: Value | undefined = newest; typeof next === 'number';) {
      if (seen.has(next) || seen.size >= MOST_TABLES) throw new Unreadable('cross-reference tables in a circle');
      seen.add(next);
      const older = this.readTable(next);
      trailer ??= older;
      next = older.get('Prev');
    }
    return trailer!;
  }

  private readTable(at: number): Dictionary {
    const reader = new Reader(this.bytes, at);
    reader.expect('xref');
    for (;;) {
      const word = reader.word();
      if (word === 'trailer') break;
      const [first, count] = [Number(word), reader.integer()];
      if (!/^\d{1,10}$/.test(word) || count * 20 > this.bytes.length) throw new Unreadable('a table that is none');
      for (let index = 0; index < count; index++) {
        const offset = reader.integer();
        reader.integer();
        if (reader.word() === 'n' && !this.offsets.has(first + index)) this.offsets.set(first + index, offset);
      }
    }
    const trailer = reader.value();
    if (!(trailer instanceof Map)) throw new Unreadable('no trailer');
    return trailer;
  }

  /** An object, or what it is when it stands for itself. */
  private resolve(value: Value | undefined): { value: Value | undefined; end: number } {
    if (!(value instanceof Ref)) return { value, end: 0 };
    const offset = this.offsets.get(value.number);
    if (offset === undefined) return { value: undefined, end: 0 };
    const reader = new Reader(this.bytes, offset);
    if (reader.integer() !== value.number) throw new Unreadable('an object that is not where it should be');
    reader.integer();
    reader.expect('obj');
    const held = reader.value();
    return { value: held instanceof Ref ? undefined : held, end: reader.at };
  }

  private dictionary(value: Value | undefined): Dictionary | null {
    const held = this.resolve(value).value;
    return held instanceof Map ? held : null;
  }

  private list(value: Value | undefined): Value[] {
    const held = this.resolve(value).value;
    return Array.isArray(held) ? held : [];
  }

  private get root(): Dictionary {
    const root = this.dictionary(this.trailer.get('Root'));
    if (!root) throw new Unreadable('no root');
    return root;
  }

  /** The dictionaries of the signatures that the file's form holds. */
  signatures(): Dictionary[] {
    const form = this.dictionary(this.root.get('AcroForm'));
    return this.list(form?.get('Fields'))
      .slice(0, 100)
      .flatMap((ref) => {
        const field = this.dictionary(ref);
        const kind = field?.get('FT');
        const held = kind instanceof Name && kind.text === 'Sig' ? this.dictionary(field!.get('V')) : null;
        return held ? [held] : [];
      });
  }

  /** The first attached file, unpacked. @throws Unreadable where there is none */
  attached(): Buffer {
    const names = this.dictionary(this.dictionary(this.root.get('Names'))?.get('EmbeddedFiles'))?.get('Names');
    const file = this.dictionary(this.list(names)[1]);
    const { value: stream, end } = this.resolve(this.dictionary(file?.get('EF'))?.get('F'));
    const length = stream instanceof Map && this.resolve(stream.get('Length')).value;
    if (!(stream instanceof Map) || typeof length !== 'number') throw new Unreadable('no attached file');
    const reader = new Reader(this.bytes, end);
    reader.expect('stream');
    const start = this.bytes[reader.at] === 13 ? reader.at + 2 : reader.at + 1;
    const packed = this.bytes.subarray(start, start + length);
    const filter = stream.get('Filter');
    if (filter === undefined) return packed;
    if (!(filter instanceof Name) || filter.text !== 'FlateDecode') throw new Unreadable('packed in another way');
    return inflateSync(packed, { maxOutputLength: LARGEST_STREAM });
  }
}
