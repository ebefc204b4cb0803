import { useForm, useWatch, type FieldPath } from 'react-hook-form';
import { itemSchema, WANTED_KINDS, type PartsAnswer } from '../../../contracts/parts.js';
import { PART_NAME } from '../../../contracts/wording/parts.js';
import type { StockItem } from '../../../core/parts/stock.js';
import { fromCanonical, toCanonical } from '../../../core/units/units.js';
import { act } from '../../app/api.js';
import { useRefused } from '../../app/use-refused.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { moneyText, readMoney } from '../../app/money.js';
import { newId } from '../../app/new-id.js';
import { typedNumber } from '../../app/typed-number.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { usePartsAct } from './use-parts-act.js';
import { WriteEnd } from './WriteEnd.js';

interface Typed {
  part: string;
  title: string;
  number: string;
  supplierId: string;
  kind: string;
  from: string;
  to: string;
  step: string;
  diameterMm: string;
  wallMm: string;
  priceEach: string;
  leadDays: string;
  keep: string;
}

/** A field of the form by the path of what is sent. */
const fieldOf = (path: string): string => path.replace(/^lengths\.length$/, 'from').replace(/^lengths\.(\w+)$/, '$1').replace(/^lengths$/, 'to'); // prettier-ignore

/** A page of the catalogue as it is written: a new one, or one that stands there. */
export function ItemForm({ book, item, onDone }: { book: PartsAnswer; item: StockItem | null; onDone: () => void }) {
  const chosen = useLengthUnit('in');
  const unit = chosen === 'mm' ? 'mm' : 'in';
  const text = (mm: number | null | undefined) => (mm === null || mm === undefined ? '' : String(Number(fromCanonical(mm, unit).toFixed(5)))); // prettier-ignore
  const lengths = item?.lengths;
  const form = useForm<Typed>({
    defaultValues: {
      part: item?.part ?? 'pushrods',
      title: item?.title ?? '',
      number: item?.number ?? '',
      supplierId: item?.supplierId ?? '',
      kind: lengths?.kind ?? 'none',
      from: text(lengths?.kind === 'one' ? lengths.length : lengths?.from),
      to: text(lengths && lengths.kind !== 'one' ? lengths.to : null),
      step: text(lengths?.kind === 'steps' ? lengths.step : null),
      diameterMm: text(item?.diameterMm),
      wallMm: text(item?.wallMm),
      priceEach: moneyText(item?.priceEach ?? null, book.currency),
      leadDays: item?.leadDays?.toString() ?? '',
      keep: item?.keep?.toString() ?? '',
    },
  });
  const { control } = form;
  const kind = useWatch({ control, name: 'kind' });
  const { run, isBusy } = usePartsAct();
  const read = (typed: Typed) => {
    const mm = (value: string): unknown => {
      const read = typedNumber(value);
      return typeof read === 'number' ? toCanonical(read, unit) : read;
    };
    const orNull = (value: unknown) => (value === undefined ? null : value);
    const price = readMoney(typed.priceEach, book.currency);
    const of: Record<string, unknown> = {
      none: null,
      one: { kind: 'one', length: mm(typed.from) },
      steps: { kind: 'steps', from: mm(typed.from), to: mm(typed.to), step: mm(typed.step) },
      cut: { kind: 'cut', from: mm(typed.from), to: mm(typed.to) },
    };
    const parsed = itemSchema.safeParse({
      id: item?.id ?? newId(),
      part: typed.part,
      title: typed.title,
      number: typed.number,
      supplierId: typed.supplierId === '' ? null : typed.supplierId,
      lengths: of[typed.kind],
      diameterMm: orNull(mm(typed.diameterMm)),
      wallMm: orNull(mm(typed.wallMm)),
      priceEach: price.ok ? price.value : null,
      leadDays: orNull(typedNumber(typed.leadDays)),
      keep: orNull(typedNumber(typed.keep)),
    });
    const issues = [
      ...(price.ok ? [] : [{ path: 'priceEach', message: price.why }]),
      ...(parsed.success ? [] : parsed.error.issues.map(({ path, message }) => ({ path: fieldOf(path.join('.')), message }))),
    ]; // prettier-ignore
    return { item: parsed.success && issues.length === 0 ? parsed.data : null, issues };
  };
  const { wrong, refuse, sends } = useRefused(form, (path) => path, (typed) => read(typed).issues); // prettier-ignore
  const write = async () => {
    const { item: page, issues } = read(form.getValues());
    if (!page) return refuse(issues);
    const isWritten = await run(async () => {
      await act('POST /api/parts/items', { body: { items: [page] } });
      return `${page.title} written down`;
    });
    if (isWritten) onDone();
  };
  const field = (name: FieldPath<Typed>, label: string, help?: string) => (
    <FormField
      control={control}
      name={name}
      label={label}
      help={help}
      slotProps={{ htmlInput: { autoComplete: 'off' } }}
    />
  );
  return (
    <form className="item-form" noValidate aria-label="A part of the catalogue" onSubmit={sends(write)}>
      <FormChoice
        control={control}
        name="part"
        label="Kind"
        options={WANTED_KINDS.map((one) => [one, PART_NAME[one]])}
      />
      {field('title', 'Title')}
      {field('number', 'Number', 'as its supplier has it')}
      <FormChoice
        control={control}
        name="supplierId"
        label="From"
        options={[['', 'nobody: kept here'], ...book.suppliers.map(({ id, name }) => [id, name] as const)]}
      />
      <FormChoice
        control={control}
        name="kind"
        label="Lengths"
        options={[
          ['none', 'it has none'],
          ['one', 'one length'],
          ['steps', 'steps'],
          ['cut', 'cut to length'],
        ]}
      />
      {kind !== 'none' && field('from', kind === 'one' ? `Length, ${unit}` : `From, ${unit}`)}
      {(kind === 'steps' || kind === 'cut') && field('to', `To, ${unit}`)}
      {kind === 'steps' && field('step', `Every, ${unit}`)}
      {field('diameterMm', `Diameter, ${unit}`)}
      {field('wallMm', `Wall, ${unit}`)}
      {field('priceEach', `Price each${book.currency ? `, ${book.currency}` : ''}`)}
      {field('leadDays', 'Here in, days')}
      {field('keep', 'Kept at least')}
      <WriteEnd wrong={wrong} isBusy={isBusy} onLeave={onDone} />
    </form>
  );
}
