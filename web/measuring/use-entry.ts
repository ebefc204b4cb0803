import { useMemo, useState } from 'react';
import { wordEntry } from '../../contracts/wording/entry.js';
import { wordImpossibility } from '../../contracts/wording/impossible.js';
import type { Measure } from '../../core/plan/measure.js';
import { readEntry } from '../../core/plan/read-entry.js';
import type { Reading } from '../../core/sheet/reading.js';
import { judgeNext, type Answer } from '../../core/sheet/answer.js';
import { slotKey, type Slot } from '../../core/sheet/slot.js';
import type { Unit } from '../../core/units/units.js';
import { refuseTyped, typedInto, typeInto, useHalfTyped } from '../state/half-typed.js';
import { useLooksOn, useSession } from '../state/session.js';
import { useDesk } from '../state/use-desk.js';
import { withSide } from './with-side.js';

/** Where the next number goes. */
export interface Target {
  slot: Slot;
  measure: Measure;
  unit: Unit;
}

/** What is typed, judged before it is taken as the server will answer it and the sheet will state it. */
interface Preview extends Answer {
  value: number;
}

const LONGEST = 40;

/** The number being typed into a slot: its text, what is wrong with it, and how it would be judged. */
export function useEntry({ slot, measure, unit }: Target) {
  const desk = useDesk();
  const looksOn = useLooksOn();
  const file = desk.file!;
  const stand = desk.stand!;
  const hand = useSession((state) => state.person?.handle);
  const [whose, into] = [`${hand} ${desk.engineId}`, slotKey(slot)];
  const half = useHalfTyped((all) => typedInto(all, whose, into));
  const typed = half?.text ?? '';
  /** What was begun in thou stays thou, whatever the bench shows by now. */
  const typedIn = half?.unit ?? unit;
  const [problem, setProblem] = useState<string | null>(null);
  const [lastTaken, setLastTaken] = useState<string | null>(null);
  /** What was proposed there: the first key that is typed takes its place. */
  const [proposed, setProposed] = useState<{ into: string; whole: string } | null>(null);
  const [chosen, setChosen] = useState<{ into: string; id: string } | null>(null);
  const replaces = chosen?.into === into ? chosen.id : null;

  const entry = useMemo(() => (typed === '' ? null : readEntry(measure, typed, typedIn)), [typed, measure, typedIn]);
  const reading = useMemo((): Reading | null => {
    if (!entry?.ok) return null;
    const { value } = entry;
    return {
      id: 'typed',
      ...slot,
      unit: typedIn,
      entered: typed,
      value,
      takenAt: '',
      receivedAt: '',
      by: '',
      how: 'keyed',
    };
  }, [entry, typed, slot, typedIn]);
  const judged = useMemo(() => reading && judgeNext(file, stand, reading), [reading, file, stand]);
  const preview: Preview | null = judged && entry?.ok ? { ...judged.answer, value: entry.value } : null;

  const edit = (change: (text: string, isRefused: boolean) => string) => {
    setProblem(null);
    typeInto(whose, into, unit, change);
  };
  /** Says why it is not taken. It stays where it stands, marked; the next digit begins anew. */
  const refuse = (why: string) => {
    setProblem(why);
    refuseTyped(whose, into);
    return false;
  };
  return {
    typed,
    /** The unit of what is typed; with nothing typed, the one that the next number will have. */
    unit: typedIn,
    problem,
    preview,
    /** The try that the next number replaces, where the worst of several counts and one of them was wrong. */
    replaces,
    replace: (id: string | null) => setChosen(id === null ? null : { into, id }),
    lastTaken,
    /** A blank only parts what is already there: `1 3/8`. */
    type: (key: string) =>
      edit((text, isRefused) => {
        // What is named rather than counted is chosen by its place on the list.
        if (measure.options) return measure.options[Number(key) - 1] ?? text;
        if (proposed?.into === into && proposed.whole === text) return key === ' ' ? text : key;
        // Behind what was refused nothing hangs on: it would be refused once more.
        if (isRefused) return key === ' ' ? '' : key;
        return text.length < LONGEST && (key !== ' ' || text) ? text + key : text;
      }),
    /** Puts all of it: what was dragged, or is proposed. */
    put: (whole: string) => edit(() => whole),
    /** What stands here came from a gauge: this number, where it is not there already, in the unit that it names itself. */
    fromGauge: (number: string | null, named?: Unit) => {
      setProblem(null);
      const own = named && measure.units.includes(named) ? { unit: named } : {};
      typeInto(whose, into, unit, (text) => number ?? text, { how: 'gauge', ...own });
    },
    /** Puts something into another slot that Enter takes, and any other number replaces. */
    propose: (other: Slot, whole: string) => {
      setProposed({ into: slotKey(other), whole });
      typeInto(whose, slotKey(other), unit, () => whole);
    },
    /** Puts the side with that first letter beside the number (N where nothing was touched), or takes it away again. */
    side: (letter: string) => edit((text) => withSide(measure, text, letter)),
    erase: () => edit((text) => (measure.options ? '' : text.replace(/(?: [a-z]+|^[a-z]+ |.)$/, ''))),
    clear: () => edit(() => ''),
    /** Takes what is typed; false when there is nothing to take, or it cannot be read. */
    take: (): boolean => {
      if (!entry) return false;
      if (looksOn) return refuse('View only. A builder must enter this.');
      if (!entry.ok) return refuse(wordEntry(entry.reason, measure));
      // The number before may have been taken in the same breath, and not be on the sheet that this was drawn with.
      const now = desk.upToDate();
      const fault = reading && (now.stand === stand ? judged : judgeNext(now.file!, now.stand!, reading))?.fault;
      if (fault) return refuse(wordImpossibility(fault));
      setLastTaken(
        desk.take({
          ...slot,
          entered: typed,
          unit: typedIn,
          how: half?.how ?? 'keyed',
          ...(replaces ? { supersedes: replaces, corrects: true } : {}),
        }),
      );
      setChosen(null);
      typeInto(whose, into, unit, () => '');
      return true;
    },
  };
}

export type EntryState = ReturnType<typeof useEntry>;
