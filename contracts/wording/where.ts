import { spokenPlace } from '../../core/engine/places.js';
import type { WhereNext } from '../../core/sheet/where-next.js';
import { GATE_WORD, STAGE_WORD } from './gate.js';
import { many } from './many.js';

const upper = (says: string) => says[0].toUpperCase() + says.slice(1);
const lower = (says: string) => says[0].toLowerCase() + says.slice(1);

/** What is taken next, and where. @example 'preload, 3 intake' */
function wordTakenNext({ next, stage }: Pick<WhereNext, 'next' | 'stage'>): string {
  if (!next) return stage === null ? '' : upper(STAGE_WORD[stage]);
  // The valves are set in the order of their method, which the place of their setting says.
  if (!next.next || next.next === 'engine' || stage === 'setting') return next.title;
  // A group names itself; its fastener is told by its number.
  return `${next.title}, ${spokenPlace(next.next).replace(/^.*, (?=fastener)/, '')}`;
}

const DEAL = 'deal with the flags';
/** Signed anew where what was filed since stands on no record. */
const signing = (record: WhereNext['record']) => (record === 'older' ? 'sign again' : 'review and sign');

/**
 * Where an engine stands and what is next, in words; `next` is empty where nothing is.
 *
 * @param flags how many of its flags are open
 * @param signed the day of its record, where everything stands on it
 */
export function wordWhere(where: WhereNext, flags: number, signed: string | null): { says: string; next: string } {
  const { is, stage, taken, of, gate, record } = where;
  const count = of > 0 ? `, ${taken} of ${of}` : '';
  const name = stage === null ? '' : upper(STAGE_WORD[stage]);
  const older = record === 'whole' ? '' : record === 'older' ? ', record is older' : ', record not signed';
  switch (is) {
    case 'opened':
      return { says: 'Just opened', next: wordTakenNext(where) };
    case 'measuring':
      return { says: name + count, next: wordTakenNext(where) };
    case 'deciding':
      return { says: upper(many(flags, 'flag open', 'flags open')), next: DEAL };
    case 'missing':
      return { says: 'Required values missing', next: 'take or accept them' };
    case 'closing':
      return { says: 'Measured', next: lower(GATE_WORD[gate!].close) };
    case 'to-sign':
      return { says: record === 'older' ? 'Record is older than the engine' : 'Ready to sign', next: signing(record) };
    case 'to-hand-over':
      return { says: signed === null ? 'Signed' : `Signed ${signed}`, next: 'hand over' };
    case 'handed-over':
      return { says: `Handed over${older}`, next: record === 'whole' ? '' : flags > 0 ? DEAL : signing(record) };
    case 'closed':
      return { says: `Closed${older}`, next: '' };
    case 'struck':
      return { says: 'Struck', next: '' };
  }
}
