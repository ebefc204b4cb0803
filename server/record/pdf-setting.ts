import { DRIFT_CAUSE, wordOccasion } from '../../contracts/wording/occasion.js';
import { METHOD_TITLE } from '../../contracts/wording/setting.js';
import { spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { formatValue, UNIT_LABEL } from '../../core/units/format.js';
import { dateOf, paragraph, title, type Doc } from './pdf-page.js';

/** In which way the valves were set, what was odd and was looked at, two turns by hand, and what has changed since the build. */
export function settingPart(doc: Doc, record: BuildRecord, startY: number): number {
  const { way, answers = [], struck = [], notes = [], drift = [], signOffs = [] } = record;
  const turned = signOffs.filter(({ what }) => what === 'turned-twice');
  if (
    !way &&
    answers.length === 0 &&
    struck.length === 0 &&
    notes.length === 0 &&
    drift.length === 0 &&
    turned.length === 0
  )
    return startY;
  let y = title(doc, 'Setting and proof', startY + 16);
  if (way) {
    const { quarters } = way;
    const rounds = quarters ? ` ${quarters.looked} quarters were looked at${quarters.isDone ? '; the last whole cycle brought nothing loose' : '; no whole cycle has brought nothing loose yet'}.` : ''; // prettier-ignore
    y = paragraph(doc, `Set by this way: ${METHOD_TITLE[way.method].toLowerCase()}, ${way.along === 'kind' ? 'intakes first, then exhausts' : `along the ${way.along === 'bank' ? 'heads' : 'firing order'}`}; chosen by ${way.by}.${rounds}`, y); // prettier-ignore
  }
  for (const { by, at } of turned)
    y = paragraph(doc, `Turned twice by hand, nothing bound: ${by}, ${dateOf(at, record)}.`, y);
  for (const { measure, place, says, reason, by, at } of answers)
    y = paragraph(doc, `${spokenPlace(place)}, ${measureOf(measure).title.toLowerCase()}. ${says ?? 'It was unlike what was expected.'} Looked at by ${by}, ${dateOf(at, record)}: ${reason}.`, y); // prettier-ignore
  for (const { measure, place, entered, unit: typedIn, note, by, at } of notes)
    y = paragraph(doc, `Note: ${spokenPlace(place)}, ${measureOf(measure).title.toLowerCase()} ${entered} ${UNIT_LABEL[typedIn]}: “${note}” ${by}, ${dateOf(at, record)}.`, y); // prettier-ignore
  for (const { measure, place, entered, unit: typedIn, reason, moved, by, at } of struck)
    y = paragraph(doc, `Reading ${moved ? `moved to ${spokenPlace(moved.place)}` : 'struck'}: ${spokenPlace(place)}, ${measureOf(measure).title.toLowerCase()} ${entered} ${UNIT_LABEL[typedIn]}. By ${by}, ${dateOf(at, record)}: ${reason}.`, y); // prettier-ignore
  const unit = record.specSet.limits.some((limit) => limit.unit === 'mm') ? 'mm' : 'in';
  for (const { occasion, measure, place, change, isAlone, cause } of drift) {
    const { quantity, title: name, units } = measureOf(measure);
    const says = formatValue(change, quantity === 'length' ? unit : units[0]);
    const may = cause ? `: ${isAlone ? 'alone, ' : ''}${DRIFT_CAUSE[cause]}` : '';
    y = paragraph(doc, `${wordOccasion(occasion)}: ${spokenPlace(place)} has changed by ${change > 0 ? '+' : ''}${says} of ${name.toLowerCase()} since the build${may}.`, y); // prettier-ignore
  }
  return y;
}
