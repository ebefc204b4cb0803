import { useEffect, useLayoutEffect, useState } from 'react';
import { sayFields } from './api.js';
import { elementOf, type WrongField } from './use-refused.js';
import './wrong-fields.css';

/** What a field is called on the screen. */
function labelOf(field: string): string | null {
  const element = elementOf(field);
  if (!element) return null;
  const label = (element as HTMLInputElement).labels?.[0] ?? element.closest('.MuiFormControl-root')?.querySelector('label'); // prettier-ignore
  return element.getAttribute('aria-label') ?? (label ?? element).textContent;
}

interface Props {
  wrong: readonly WrongField[];
  /** What is wrong besides the fields. */
  problem?: string | null;
  /** Where a field stands that is not on this page of the form, and what leads there. */
  elsewhere?: (field: string) => { label: string; go: () => void };
}

/** What keeps a form from being filed, listed once; each line leads to its field. Nothing where nothing is wrong. */
export function WrongFields({ wrong, problem, elsewhere }: Props) {
  const [labels, setLabels] = useState<Record<string, string>>({});
  const [wanted, setWanted] = useState<{ field: string } | null>(null);
  // The fields are drawn by now, and so is what they are called.
  useLayoutEffect(() => {
    setLabels(
      (known) =>
      Object.fromEntries(wrong.map(({ field }) => [field, labelOf(field) ?? known[field] ?? elsewhere?.(field).label ?? field])), // prettier-ignore
    );
    // eslint-disable-next-line react-hooks/exhaustive-deps -- names are looked up when something else is wrong
  }, [wrong]);
  useEffect(() => {
    if (wanted) elementOf(wanted.field)?.focus();
  }, [wanted]);
  if (wrong.length === 0 && !problem) return null;
  return (
    <div role="alert" className="wrong-fields">
      {problem && <p>{problem}</p>}
      {wrong.length > 0 && <p>{sayFields(wrong.map(({ field }) => field))}</p>}
      <ul>
        {wrong.map(({ field, message }) => (
          <li key={field}>
            <button
              type="button"
              onClick={() => {
                if (!elementOf(field)) elsewhere?.(field).go();
                setWanted({ field });
              }}
            >
              {labels[field]}
            </button>
            : {message}
          </li>
        ))}
      </ul>
    </div>
  );
}
