import type { Customer } from '../../../contracts/customer.js';
import type { EngineAnswer } from '../../../contracts/engine.js';
import { PART_KINDS } from '../../../core/parts/part.js';
import { engineDataOf, jobOf, partsOf, type Paper } from '../../../core/sheet/papers.js';
import { fieldsOf, UNSTATED, type EngineForm } from './engine-form.js';

interface Filed {
  engine: EngineAnswer;
  papers: readonly Paper[];
}

/** What the book says of a customer, in the fields of the form. */
const pageFields = (page: Customer | undefined) => ({
  phone: page?.phone ?? '',
  mail: page?.mail ?? '',
  address: page?.address ?? '',
  toldBy: page?.toldBy ?? '',
});

/** The lines of the parts: what is on file, and an empty line for each kind of which nothing is. */
function partLines(papers: readonly Paper[]): EngineForm['parts'] {
  const filed = partsOf({ papers });
  return PART_KINDS.flatMap((kind) => {
    const own = filed.filter(({ part }) => part === kind);
    return (own.length > 0 ? own : [{ part: kind }]).map(({ part, ...row }: { part: typeof kind; maker?: string; number?: string; serial?: string }) => ({
      part,
      maker: row.maker ?? '',
      number: row.number ?? '',
      serial: row.serial ?? '',
    })); // prettier-ignore
  });
}

/** Everything that is on file of an engine, in the fields of the form. */
export function formOf({ engine, papers }: Filed, page: Customer | undefined): EngineForm {
  const { promised = '', startOn = '', notes = '' } = jobOf({ papers });
  return {
    ...fieldsOf(engine),
    tag: engine.tag,
    title: engine.title,
    customer: engine.customer,
    customerId: engine.customerId ?? '',
    ...pageFields(page),
    specSet: engine.specSet.id,
    figures: { ...UNSTATED.figures, ...engineDataOf({ papers }) },
    parts: partLines(papers),
    promised,
    startOn,
    notes,
  };
}

/** A new engine like an earlier one: layout, figures and parts; whose it is, tag, serial numbers and promise are its own. */
export function formLike({ engine, papers }: Filed, typed: EngineForm): EngineForm {
  const { customer, customerId, phone, mail, address, toldBy, tag, promised, startOn, notes } = typed;
  const like = formOf({ engine, papers }, undefined);
  return {
    ...like,
    ...{ customer, customerId, phone, mail, address, toldBy, tag, promised, startOn, notes },
    parts: like.parts.map((row) => ({ ...row, serial: '' })),
  };
}
