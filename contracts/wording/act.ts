import { spokenPlace } from '../../core/engine/places.js';
import { findMeasure } from '../../core/plan/measures.js';
import { UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import type { Gate } from '../../core/plan/gates.js';
import type { Stage } from '../../core/plan/measure.js';
import { GATE_WORD, STAGE_WORD, wordAsk } from './gate.js';
import { many } from './many.js';
import { wordOccasion } from './occasion.js';
import { wordTakenAt } from './picture.js';

type Body = Record<string, unknown>;

const text = (value: unknown): string => (typeof value === 'string' || typeof value === 'number' ? String(value) : '…');
const where = (measure: unknown, place: unknown) => {
  const title = findMeasure(text(measure))?.title ?? text(measure);
  return place === 'engine' ? title : `${title}, ${spokenPlace(text(place))}`;
};
const because = (body: Body) => (body.reason == null ? '' : `: “${text(body.reason)}”`);

/** Names of what was changed; a list too long for the log names nothing. */
const listed = (parts: unknown) =>
  Array.isArray(parts) ? parts.map((part) => PART_NAME[text(part)] ?? text(part)).join(', ') : 'data';

const PART_NAME: Record<string, string> = { customerId: 'page in the customer book', engine: 'layout or valvetrain' };

interface ToldReading {
  measure: string;
  place: string;
  entered: string;
  unit: string;
}
/** As many readings of one act as are named. */
const NAMED = 3;

/** A batch of readings; one too long for the log stands there by its hash alone. */
function wordReadings({ readings, rows }: Body): string {
  if (!Array.isArray(readings)) return `took ${many(Array.isArray(rows) ? rows.length : 0, 'reading', 'readings')}`;
  const told = (readings as ToldReading[]).map(({ measure, place, entered, unit }) =>
    `${where(measure, place)} ${entered} ${UNIT_LABEL[unit as Unit] ?? unit}`.trimEnd(),
  );
  const more = told.length - NAMED;
  return `took ${told.slice(0, NAMED).join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
}

const LIFE: Record<string, string> = {
  'in-work': 'took it up again',
  'handed-over': 'handed it over',
  closed: 'closed it',
  struck: 'struck it',
};

const gateIs = (gate: unknown) => GATE_WORD[text(gate) as Gate]?.is.toLowerCase() ?? text(gate);

const SIGNED_OFF: Record<string, string> = {
  'turned-twice': 'turned it twice by hand without a bind',
  'clay-out': 'signed that all clay and dye is out and the tools are counted',
};

/** What was changed about somebody. */
function wordPerson({ handle, name, role, pin }: Body): string {
  const changes = [
    ...(name === undefined ? [] : [`called ${text(name)}`]),
    ...(role === undefined ? [] : [role === 'off' ? 'switched off' : `made ${text(role)}`]),
    ...(pin === undefined ? [] : ['given a new PIN']),
  ];
  return `changed ${text(handle)}: ${changes.join(', ')}`;
}

const LINE_STATE: Record<string, string> = { 'sent-back': 'sent back', 'sold-on': 'sold on' };

/** What became of a line of parts, or what was said otherwise of it. */
function wordLine({ what, from, to, promisedOn }: Body): string {
  if (to === undefined) return `wrote the line of ${text(what)} anew`;
  const state = (name: unknown) => LINE_STATE[text(name)] ?? text(name);
  return `${text(what)}: ${state(to)}${promisedOn ? ` for ${text(promisedOn)}` : ''}, was ${state(from)}`;
}

const version = (of: unknown) => {
  const { specSet, version: number } = (of ?? {}) as Body;
  return `${text(specSet)} v${text(number)}`;
};

const SAYS: Record<string, (body: Body) => string> = {
  'shop.opened': ({ name }) => `opened the shop ${text(name)}`,
  'shop.changed': ({ parts }) => `changed the shop’s ${listed(parts)}`,
  'person.added': ({ handle, role }) => `brought in ${text(handle)}, ${text(role)}`,
  'person.changed': wordPerson,
  'session.opened': () => 'signed in',
  'session.closed': () => 'signed out',
  'session.refused': ({ handle, from }) => `somebody at ${text(from)} tried a wrong PIN for ${text(handle)}`,
  'customer.added': ({ name }) => `wrote ${text(name)} into the customer book`,
  'customer.changed': ({ name, from }) => `wrote the page of ${text(from ?? name)} anew${from !== undefined && from !== name ? `, now ${text(name)}` : ''}`, // prettier-ignore
  'spec-set.issued': (body) => `issued ${text(body.id)} v${text(body.version)}${because(body)}`,
  'engine.opened': ({ tag, spec, version: number }) => `opened ${text(tag)}, judged by ${text(spec)} v${text(number)}`,
  'engine.imported': ({ tag, shop, readings }) =>
    `opened ${text(tag)} from ${shop ? text(shop) : 'another Utex'}, with ${many(Number(readings), 'reading', 'readings')} taken there`,
  'engine.changed': (body) => `changed its ${listed(body.parts)}${because(body)}`,
  'engine.life-changed': (body) => `${LIFE[text(body.to)] ?? 'changed where it is'}${because(body)}`,
  'engine.spec-moved': (body) =>
    `had it judged by ${version(body.to)} instead of ${version(body.from)}${because(body)}`,
  'readings.taken': wordReadings,
  'readings.imported': ({ count }) => `brought ${many(Number(count), 'reading', 'readings')} of its history`,
  'disposition.made': (body) => `called ${where(body.measure, body.place)} ${text(body.action)}${because(body)}`,
  'caution.acknowledged': ({ stage }) => `read the cautions of ${text(stage).replace('-', ' ')}`,
  'sign-off.given': ({ what }) => SIGNED_OFF[text(what)] ?? `signed off ${text(what)}`,
  'setting.way-chosen': ({ method, along }) =>
    `sets its valves by ${text(method).replaceAll('-', ' ')}, ${along === 'kind' ? 'intakes first, then exhausts' : `along the ${along === 'bank' ? 'bank' : 'firing order'}`}`,
  'setting.set-aside': (body) => `${body.reason ? 'left out' : 'took up again'} ${listed(body.places)}${because(body)}`,
  'setting.slack-taken': ({ crankDeg, loose }) =>
    `looked for slack at ${text(crankDeg)}°: ${Array.isArray(loose) && loose.length === 0 ? 'none' : listed(loose)}`,
  'gate.closed': (body) =>
    `closed a gate: ${gateIs(body.gate)}${Array.isArray(body.lacks) && body.lacks.length > 0 ? `, with ${many(body.lacks.length, 'thing', 'things')} lacking` : ''}${because(body)}`,
  'check.moved': (body) => `moved a check: ${wordAsk(text(body.ask))}, now before ${gateIs(body.to)}${because(body)}`,
  'gate.opened': (body) => `opened a gate again: ${gateIs(body.gate)}${because(body)}`,
  'customer.told': ({ how, says }) => `told the customer by ${text(how).replace('-', ' ')}: “${text(says)}”`,
  'bench.ticked': ({ item, stage, isThere }) =>
    `${isThere === false ? 'took from' : 'has on'} the bench for ${STAGE_WORD[text(stage) as Stage] ?? text(stage)}: ${text(item)}`,
  'tightening.filed': ({ paper }) => `filed how ${text((paper as Body | undefined)?.title)} is tightened`,
  'reading.struck': (body) => `struck ${where(body.measure, body.place)} ${text(body.entered)}${because(body)}`,
  'reading.moved': (body) =>
    `moved ${text(body.entered)} from ${where(body.measure, body.place)} to ${spokenPlace(text(body.to))}${because(body)}`,
  'reading.noted': (body) =>
    body.note === ''
      ? `took the note off ${where(body.measure, body.place)} ${text(body.entered)}`
      : `noted at ${where(body.measure, body.place)} ${text(body.entered)}: “${text(body.note)}”`,
  'hint.answered': (body) => `looked at what was odd (${text(body.hint).replaceAll('-', ' ')})${because(body)}`,
  'mock-up.filed': ({ check }) => `filed the set-up of check ${text(check)}`,
  'springs.filed': () => 'filed its springs',
  'occasion.filed': ({ paper }) =>
    `began to read it anew: ${wordOccasion(text((paper as Body | undefined)?.occasion))}`,
  'running.filed': () => 'wrote down how it was run',
  'rockers.filed': () => 'filed its rockers and tips',
  'pushrods.filed': () => 'filed how its pushrods are measured and what they must fit',
  'supplier.written': ({ name }) => `wrote the page of the supplier ${text(name)}`,
  'catalogue.written': ({ count, title }) =>
    count === 1 ? `wrote ${text(title)} into the catalogue` : `wrote ${text(count)} parts into the catalogue`,
  'part.wanted': ({ quantity, what, places, isFromShelf }) =>
    `${isFromShelf ? 'took from the shelf' : 'put on the list of parts'}: ${text(quantity)} × ${text(what)}${places ? `, ${text(places)}` : ''}`,
  'part.changed': wordLine,
  'order.placed': ({ number, supplier, lines }) =>
    `placed order ${text(number)} with ${text(supplier)}: ${many(Number(lines), 'line', 'lines')}`,
  'order.arrived': ({ number, lines }) => `booked ${many(Number(lines), 'line', 'lines')} of order ${text(number)}`,
  'shelf.counted': ({ title, pieces, before }) =>
    `counted ${text(pieces)} of ${text(title)} on the shelf, where ${text(before)} were written down`,
  'calendar.address-made': () => 'made a new address for the shop’s calendar',
  'cam-card.filed': () => 'filed a cam card',
  'lobe-sweep.filed': () => 'filed a swept lobe',
  'engine-data.filed': () => 'filed its figures',
  'parts.filed': () => 'filed its parts',
  'job.filed': () => 'filed promise and notes',
  'picture.taken': ({ stage, place }) => `took a picture at ${wordTakenAt(text(stage), text(place))}`,
  'letterhead.added': () => 'added a picture for the head of records',
  'record.signed': ({ revision }) => `signed revision ${text(revision)} of its record`,
  'record.downloaded': ({ revision, file }) => `downloaded revision ${text(revision)} as ${text(file)}`,
  'keys.published': () => 'published the keys that it signs with',
  'keys.changed': ({ what }) => `signs with ${text(what)} from here on`,
  'history.sealed': ({ table }) => `sealed what stood in ${text(table)} already`,
};

/** Every act that has a sentence of its own. */
export const WORDED_ACTS = Object.keys(SAYS);

/** An act of the log in a sentence, behind the name of who did it; an act of another version by its own name. */
export function wordAct(act: string, body: Body): string {
  return SAYS[act]?.(body) ?? act.replace(/[.-]/g, ' ');
}
