import { useMemo, useState } from 'react';
import { wordEntry, wordImpossibility } from '../../contracts/wording.js';
import type { Measure } from '../../core/plan/measure.js';
import { derivedByLast, faultOfLast } from '../../core/record/derivations.js';
import type { Try } from '../../core/record/try.js';
import { judgeReading, type Judged } from '../../core/record/judge-reading.js';
import { readEntry } from '../../core/record/read-entry.js';
import type { Reading } from '../../core/record/reading.js';
import { judgingBy } from '../../core/record/sheet.js';
import type { Unit } from '../../core/units/units.js';
import { useDesk } from '../state/desk.js';
import { useLooksOn } from '../state/session.js';

/** Where the next number goes. */
export interface Target {
  measure: Measure;
  place: string;
  unit: Unit;
  /** For an angle: the lift or drop at which it is read, mm. */
  atLiftMm?: number;
}

/** What is typed, judged before it is taken, by the same core as on the sheet. */
export interface Preview extends Judged {
  value: number;
  /** What would follow from it together with earlier readings. */
  brings: Try[];
}

const LONGEST = 40;

/** The number being typed into a place: its text, what is wrong with it, and how it would be judged. */
export function useEntry({ measure, place, unit, atLiftMm }: Target) {
  const desk = useDesk();
  const looksOn = useLooksOn();
  const { readings, card } = desk;
  const engine = desk.engine!;
  const sheet = desk.sheet!;
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [lastTaken, setLastTaken] = useState<string | null>(null);

  const entry = useMemo(() => (typed === '' ? null : readEntry(measure, typed, unit)), [typed, measure, unit]);
  const judging = useMemo(() => judgingBy({ engine, spec: engine.specSet, readings, card }), [engine, readings, card]);
  /** The reading that is being typed, but for its text and value. */
  const stub = useMemo(
    (): Reading => ({
      id: 'typed', measure: measure.key, place, unit, entered: '', value: 0, takenAt: '', by: '', how: 'keyed',
      ...(atLiftMm === undefined ? {} : { atLiftMm }),
    }), // prettier-ignore
    [measure, place, unit, atLiftMm],
  );
  const preview = useMemo((): Preview | null => {
    if (!entry?.ok) return null;
    const { value } = entry;
    const reading = { ...stub, entered: typed, value };
    const others = sheet.rows.filter((row) => row.measure === measure.key && !row.derivedFrom && row.place !== place);
    const brings = derivedByLast(engine, [...readings, reading]);
    return { value, brings, ...judgeReading(judging, reading, others, brings) };
  }, [entry, typed, stub, sheet, measure, place, engine, readings, judging]);

  const edit = (change: (text: string) => string) => {
    setProblem(null);
    setTyped(change);
  };
  return {
    typed,
    problem,
    preview,
    lastTaken,
    judging,
    /** A blank only parts what is already there: `1 3/8`. */
    type: (key: string) => edit((text) => (text.length < LONGEST && (key !== ' ' || text) ? text + key : text)),
    /** Puts the side with that first letter behind the number, or takes it away again. */
    side: (letter: string) =>
      edit((text) => {
        const { plus, minus } = measure.sides ?? {};
        const word = [plus, minus].find((side) => side?.startsWith(letter));
        const [, number, known] = /^(.*?)(?: ([a-z]+))?$/.exec(text)!;
        if (!word || number === '') return text;
        return known === word ? number : `${number} ${word}`;
      }),
    erase: () => edit((text) => text.replace(/(?: [a-z]+|.)$/, '')),
    clear: () => edit(() => ''),
    /** Takes what is typed; false when there is nothing to take, or it cannot be read. */
    take: (): boolean => {
      if (!entry) return false;
      if (looksOn) {
        setProblem('you look on here; a builder takes the value');
        return false;
      }
      if (!entry.ok) {
        setProblem(wordEntry(entry.reason, measure));
        return false;
      }
      const fault = faultOfLast(engine, [...readings, { ...stub, entered: typed, value: entry.value }]);
      if (fault) {
        setProblem(wordImpossibility(fault));
        return false;
      }
      const lift = atLiftMm === undefined ? {} : { atLiftMm };
      setLastTaken(desk.take({ measure: measure.key, place, entered: typed, unit, ...lift }));
      setTyped('');
      return true;
    },
  };
}

export type EntryState = ReturnType<typeof useEntry>;
