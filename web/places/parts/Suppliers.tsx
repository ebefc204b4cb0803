import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { issuesOf } from '../../../contracts/errors.js';
import { supplierSchema, type PartsAnswer, type Supplier } from '../../../contracts/parts.js';
import { act } from '../../app/api.js';
import { useRefused } from '../../app/use-refused.js';
import { FileButton } from '../../app/FileButton.js';
import { FormField } from '../../app/FormField.js';
import { newId } from '../../app/new-id.js';
import { CATALOGUE_COLUMNS, readCatalogue } from './catalogue-file.js';
import { usePartsAct } from './use-parts-act.js';
import { WriteEnd } from './WriteEnd.js';

/** Who sells to the shop, and the lists that they send. */
export function Suppliers({ book }: { book: PartsAnswer }) {
  const [edits, setEdits] = useState<Supplier | 'new' | null>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const { run } = usePartsAct();
  const bring = async (supplier: Supplier, file: File) => {
    const { items, problems: found } = readCatalogue(await file.text(), supplier.id, book, newId);
    setProblems(found);
    // All of a list, or nothing of it: half a price list is worse than none.
    if (found.length > 0) return;
    await run(async () => {
      await act('POST /api/parts/items', { body: { items } });
      return `${items.length} ${items.length === 1 ? 'part' : 'parts'} of ${supplier.name} in the catalogue`;
    });
  };
  return (
    <>
      <div className="measuring-line">
        <h2>Suppliers</h2>
        <span className="measuring-rest" />
        <Button size="small" onClick={() => setEdits('new')}>
          Write down a supplier
        </Button>
      </div>
      {edits && (
        <SupplierForm
          key={edits === 'new' ? 'new' : edits.id}
          supplier={edits === 'new' ? null : edits}
          onDone={() => setEdits(null)}
        />
      )}
      {problems.length > 0 && (
        <div role="alert" className="catalogue-problems">
          <p>Nothing of this list was taken:</p>
          <ul>
            {problems.map((problem) => (
              <li key={problem}>{problem}</li>
            ))}
          </ul>
        </div>
      )}
      <ul className="plain-list">
        {book.suppliers.map((supplier) => (
          <li key={supplier.id} className="part-line">
            <span className="part-what">
              <strong>{supplier.name}</strong>
              <span className="part-for">
                {[supplier.mail, supplier.phone, supplier.note].filter(Boolean).join(', ')}
              </span>
            </span>
            <span className="part-count">
              {book.items.filter(({ supplierId }) => supplierId === supplier.id).length} parts
            </span>
            <span className="part-steps">
              <Button size="small" onClick={() => setEdits(supplier)} aria-label={`Change ${supplier.name}`}>
                Change
              </Button>
              <FileButton
                size="small"
                label={`Bring a list (CSV) of ${supplier.name}`}
                accept=".csv,text/csv"
                onFile={(file) => void bring(supplier, file)}
              >
                Bring a list (CSV)
              </FileButton>
            </span>
          </li>
        ))}
      </ul>
      <p className="now-quiet">
        Columns of a list: {CATALOGUE_COLUMNS.join(', ')}. A length alone is one length; with length_to and step, steps;
        with length_to alone, cut to length.
      </p>
    </>
  );
}

function SupplierForm({ supplier, onDone }: { supplier: Supplier | null; onDone: () => void }) {
  const form = useForm({
    defaultValues: { name: supplier?.name ?? '', mail: supplier?.mail ?? '', phone: supplier?.phone ?? '', note: supplier?.note ?? '' },
  }); // prettier-ignore
  const { control } = form;
  const { run, isBusy } = usePartsAct();
  const read = (typed: object) => supplierSchema.safeParse({ id: supplier?.id ?? newId(), ...typed });
  const { wrong, refuse, sends } = useRefused(
    form,
    (path) => path,
    (typed) => issuesOf(read(typed).error),
  );
  const write = async () => {
    const parsed = read(form.getValues());
    if (!parsed.success) return refuse(issuesOf(parsed.error));
    const isWritten = await run(async () => {
      await act('POST /api/parts/suppliers', { body: { supplier: parsed.data } });
      return `${parsed.data.name} written down`;
    });
    if (isWritten) onDone();
  };
  return (
    <form className="item-form" noValidate aria-label="A supplier" onSubmit={sends(write)}>
      <FormField control={control} name="name" label="Name" />
      <FormField control={control} name="mail" label="Mail" />
      <FormField control={control} name="phone" label="Phone" />
      <FormField control={control} name="note" label="Note" />
      <WriteEnd wrong={wrong} isBusy={isBusy} onLeave={onDone} />
    </form>
  );
}
