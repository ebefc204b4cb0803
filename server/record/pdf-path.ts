import { GATE_WORD, STAGE_WORD, wordAsk, wordLack } from '../../contracts/wording/gate.js';
import { many } from '../../contracts/wording/many.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { dateOf, paragraph, title, type Doc } from './pdf-page.js';

/** The gates that were closed and what they lacked, how fasteners were tightened, and who read which cautions. */
export function pathPart(doc: Doc, record: BuildRecord, startY: number): number {
  const { gates = [], movedChecks = [], tightening = [], cautions = [] } = record;
  if (gates.length === 0 && movedChecks.length === 0 && tightening.length === 0 && cautions.length === 0) return startY;
  let y = title(doc, 'The order of work', startY + 16);
  for (const { gate, closed, opened, takenBehind } of gates) {
    const how = closed ? `closed by ${closed.by}, ${dateOf(closed.at, record)}` : 'open when this was signed';
    const lacked = closed && closed.lacks.length > 0 ? ` Lacking: ${closed.lacks.map(wordLack).join('. ')}. Closed all the same: ${closed.reason}.` : ''; // prettier-ignore
    const again = opened
      .map(({ by, at, reason }) => ` Opened again by ${by}, ${dateOf(at, record)}: ${reason}.`)
      .join('');
    const behind = takenBehind > 0 ? ` ${many(takenBehind, 'reading', 'readings')} of what it hides came while it was closed.` : ''; // prettier-ignore
    y = paragraph(doc, `${GATE_WORD[gate].is}: ${how}.${lacked}${again}${behind}`, y);
  }
  for (const { ask, to, reason, by, at } of movedChecks)
    y = paragraph(doc, `${wordAsk(ask)}: made later on this engine, before ${GATE_WORD[to].is.toLowerCase()}. By ${by}, ${dateOf(at, record)}: ${reason}.`, y); // prettier-ignore
  for (const { title: name, isDone, moved, off, isReused } of tightening) {
    const how = isDone ? 'every pass whole, nothing moved' : 'not every pass is whole';
    const wrong = [
      ...(moved.length > 0 ? [`moved when looked at once more: fastener ${moved.join(', ')}`] : []),
      ...(off.length > 0 ? [`off target: fastener ${off.join(', ')}`] : []),
    ];
    y = paragraph(doc, `${name}: ${[how, ...wrong].join('; ')}; fasteners ${isReused ? 'used before' : 'new'}.`, y);
  }
  if (cautions.length > 0) {
    const read = cautions.map(({ stage, by }) => `${STAGE_WORD[stage]} (${by})`).join(', ');
    y = paragraph(doc, `Cautions were read for ${read}.`, y);
  }
  return y;
}
