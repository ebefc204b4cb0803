import { useEffect, useRef, useState } from 'react';
import type { FieldPath, FieldValues, UseFormReturn } from 'react-hook-form';
import type { Issue } from '../../contracts/errors.js';

/** A field that was refused, and why. */
export interface WrongField {
  field: string;
  message: string;
}

/** What is wrong by its field: of each, its first fault. */
const byField = (issues: readonly Issue[], fieldOf: (path: string) => string) =>
  new Map([...issues].reverse().map(({ path, message }) => [fieldOf(path), message]));

/** The element that a field is typed in, or that is drawn for it. */
export function elementOf(field: string): HTMLElement | null {
  const name = CSS.escape(field);
  const element = document.querySelector<HTMLElement>(`form [name="${name}"], form [data-field="${name}"]`);
  // A choice keeps its value in an input that nobody sees.
  return element?.ariaHidden === 'true'
    ? (element.closest('.MuiFormControl-root')?.querySelector<HTMLElement>('[role=combobox]') ?? null)
    : element;
}

/**
 * Tells the fields of a form what is wrong with them and puts the topmost of them under the hand. What was mended goes as
 * it is typed: what `check` finds no more, and what only the server knew with the next change of its field.
 *
 * @param fieldOf the field that an issue's path in the request belongs to
 * @param check everything that is wrong with the form as it is typed
 * @returns what is wrong now, for `WrongFields`; `refuse` shows issues; `clear` is called before it is sent again
 */
export function useRefused<Form extends FieldValues>(
  form: Pick<UseFormReturn<Form>, 'setError' | 'clearErrors' | 'subscribe' | 'getValues'>,
  fieldOf: (path: string) => string,
  check: (typed: Form) => Issue[] = () => [],
): { wrong: WrongField[]; refuse: (issues: readonly Issue[]) => void; clear: () => void } {
  const { setError, clearErrors, subscribe, getValues } = form;
  const [wrong, setWrong] = useState<WrongField[]>([]);
  const [refused, setRefused] = useState(0);
  const latest = useRef({ wrong, fieldOf, check });
  latest.current = { wrong, fieldOf, check };
  /** Fields that the check itself finds wrong, so that it tells when they no longer are. */
  const isKnown = useRef(new Set<string>());

  // Once the fields know that they are wrong.
  useEffect(() => {
    if (refused > 0) document.querySelector<HTMLElement>('form [aria-invalid=true]')?.focus();
  }, [refused]);

  const say = (next: WrongField[]) => {
    latest.current.wrong = next;
    setWrong(next);
    clearErrors();
    for (const { field, message } of next) setError(field as FieldPath<Form>, { message });
  };
  const latestSay = useRef(say);
  latestSay.current = say;
  useEffect(() => {
    if (wrong.length === 0) return;
    return subscribe({
      formState: { values: true },
      callback: ({ name, values }) => {
        const now = latest.current;
        // A form says its errors by the same way as its values; only a hand names the field that changed.
        if (name === undefined || now.wrong.length === 0) return;
        const found = byField(now.check(values), now.fieldOf);
        // Rows that went or came have other names now: all that is wrong with them is said again.
        const isList = Array.isArray(getValues(name as FieldPath<Form>));
        if (isList) isKnown.current = new Set(found.keys());
        const next = isList
          ? [...found].map(([field, message]) => ({ field, message }))
          : now.wrong.flatMap(({ field, message }) => {
              const still = found.get(field) ?? (field === name || isKnown.current.has(field) ? undefined : message);
              return still === undefined ? [] : [{ field, message: still }];
            });
        const isSame = ({ field, message }: WrongField, at: number) =>
          field === now.wrong[at].field && message === now.wrong[at].message;
        if (next.length === now.wrong.length && next.every(isSame)) return;
        latestSay.current(next);
      },
    });
  }, [wrong.length, subscribe, getValues]);

  return {
    wrong,
    refuse(issues) {
      isKnown.current = new Set(byField(check(getValues()), fieldOf).keys());
      say([...byField(issues, fieldOf)].map(([field, message]) => ({ field, message })).reverse());
      setRefused((times) => times + 1);
    },
    clear() {
      if (latest.current.wrong.length > 0) say([]);
    },
  };
}
