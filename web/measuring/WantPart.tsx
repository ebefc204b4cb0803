import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import { useForm } from 'react-hook-form';
import { newLineRequest, WANTED_KINDS, type NewLine } from '../../contracts/parts.js';
import { PART_NAME } from '../../contracts/wording/parts.js';
import { spokenPlace } from '../../core/engine/places.js';
import type { PartLine } from '../../core/parts/line.js';
import type { PartKind } from '../../core/parts/part.js';
import type { Measure, Stage } from '../../core/plan/measure.js';
import { act } from '../app/api.js';
import { useRefused } from '../app/use-refused.js';
import { FormDialog } from '../app/FormDialog.js';
import { FormChoice, FormField } from '../app/FormField.js';
import { moneyText, readMoney } from '../app/money.js';
import { newId } from '../app/new-id.js';
import { typedNumber } from '../app/typed-number.js';
import { usePartsBook } from '../state/parts-book.js';

/** What a line is begun with: what the work already knows of it. */
export type Begun = Pick<PartLine, 'engineId' | 'places' | 'part'> &
  Partial<Pick<PartLine, 'what' | 'itemId' | 'lengthMm' | 'quantity' | 'priceEach' | 'supplierId' | 'isFromShelf'>>;

/** What is most often wanted at a stage. */
const PART_OF_STAGE: Partial<Record<Stage, PartKind>> = {
  'mock-up': 'springs',
  geometry: 'pushrods',
  setting: 'pushrods',
  'cam-timing': 'cam',
};

/** What is wanted where something was measured, as far as the measure tells. */
export const wantedAt = (engineId: string, { stage }: Pick<Measure, 'stage'>, place: string): Begun => ({
  engineId,
  places: place === 'engine' ? [] : [place],
  part: PART_OF_STAGE[stage] ?? 'other',
});

interface Typed {
  part: string;
  what: string;
  places: string;
  quantity: string;
  spares: string;
  priceEach: string;
  supplierId: string;
  note: string;
}

/** Something is missing or wrong: a line on the list of parts, with what the work already knows of it. */
export function WantPart({ begun, onClose }: { begun: Begun; onClose: () => void }) {
  const { book, load } = usePartsBook();
  const [id] = useState(newId);
  const { enqueueSnackbar } = useSnackbar();
  const currency = book?.currency ?? null;
  const form = useForm<Typed>({
    defaultValues: {
      part: begun.part,
      what: begun.what ?? '',
      places: begun.places.join(' '),
      quantity: String(begun.quantity ?? Math.max(1, begun.places.length)),
      spares: '0',
      priceEach: moneyText(begun.priceEach ?? null, currency),
      supplierId: begun.supplierId ?? '',
      note: '',
    },
  });
  const { control } = form;
  useEffect(() => {
    if (!book) void load();
  }, [book, load]);

  const read = ({ places, quantity, spares, priceEach, supplierId, ...typed }: Typed) => {
    const price = readMoney(priceEach, currency);
    const parsed = newLineRequest.safeParse({
      id,
      engineId: begun.engineId,
      itemId: begun.itemId ?? null,
      lengthMm: begun.lengthMm ?? null,
      isFromShelf: begun.isFromShelf ?? false,
      ...typed,
      places: places.split(/[\s,;]+/).filter(Boolean),
      quantity: typedNumber(quantity),
      spares: typedNumber(spares),
      priceEach: price.ok ? price.value : null,
      supplierId: supplierId === '' ? null : supplierId,
    });
    const issues = [
      ...(price.ok ? [] : [{ path: 'priceEach', message: price.why }]),
      ...(parsed.success ? [] : parsed.error.issues.map(({ path, message }) => ({ path: String(path[0]), message }))),
    ];
    return { line: parsed.success && issues.length === 0 ? parsed.data : null, issues };
  };
  const { wrong, problem, refuse, fail, sends } = useRefused(form, (path) => path.split('.')[0], (typed) => read(typed).issues); // prettier-ignore
  const file = sends(async () => {
    const { line, issues } = read(form.getValues());
    if (!line) return refuse(issues);
    try {
      await act('POST /api/parts/lines', { body: line satisfies NewLine });
      enqueueSnackbar(begun.isFromShelf ? `Taken from the shelf: ${line.what}` : `On the list of parts: ${line.what}`); // prettier-ignore
      await load();
      onClose();
    } catch (error) {
      fail(error);
    }
  });
  const where = begun.places.length === 1 ? `, ${spokenPlace(begun.places[0])}` : '';
  return (
    <FormDialog
      title={`${begun.isFromShelf ? 'From the shelf' : 'A part is wanted'}${where}`}
      className="want-part"
      wrong={wrong}
      problem={problem}
      file={begun.isFromShelf ? 'Take it' : 'Put it on the list'}
      onFile={file}
      onClose={onClose}
    >
      <FormChoice
        control={control}
        name="part"
        label="Kind"
        options={WANTED_KINDS.map((kind) => [kind, PART_NAME[kind]])}
      />
      <FormField control={control} name="what" label="What" autoFocus help="as a supplier would read it" />
      <FormField control={control} name="places" label="Valves or places" help="1I 3I; empty for the engine" />
      <FormField control={control} name="quantity" label="Pieces" />
      <FormField control={control} name="spares" label="Spares beside them" />
      {!begun.isFromShelf && (
        <>
          <FormField
            control={control}
            name="priceEach"
            label={`Price each${currency ? `, ${currency}` : ''}`}
            help={currency ? 'empty while nobody knows it' : 'the shop has said no currency yet'}
          />
          <FormChoice
            control={control}
            name="supplierId"
            label="From"
            options={[['', 'not said yet'], ...(book?.suppliers ?? []).map(({ id: of, name }) => [of, name] as const)]}
          />
        </>
      )}
      <FormField control={control} name="note" label="Note" />
    </FormDialog>
  );
}
