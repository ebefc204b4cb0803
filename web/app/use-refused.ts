import { useEffect, useRef, useState, type SyntheticEvent } from 'react';
import type { FieldPath, FieldValues, UseFormReturn } from 'react-hook-form';
import type { Issue } from '../../contracts/errors.js';
import { ApiError, sayFailure } from './api.js';

/** A field that was refused, and why. */
export interface WrongField {
  field: string;
  message: string;
}

interface Refused {
  wrong: WrongField[];
  problem: string | null;
  setProblem: (problem: string | null) => void;
  refuse: (issues: readonly Issue[]) => void;
  fail: (error: unknown) => void;
  sends: (send: () => Promise<unknown>) => (event?: SyntheticEvent) => void;
}

/** What is wrong by its field: of each, its first fault. */
const byField = (issues: readonly Issue[], fieldOf: (path: string) => string) =>
  new Map([...issues].reverse().map(({ path, message }) => [fieldOf(path), message]));

/** What is found in the form that the hand is in; where that has none of it, in any form of the page. */
const inForm = (selector: string): HTMLElement | null =>
  document.activeElement?.closest('form')?.querySelector<HTMLElement>(selector) ??
  document.querySelector<HTMLElement>(`form :is(${selector})`);

/** The element that a field is typed in, or that is drawn for it. */
export function elementOf(field: string): HTMLElement | null {
  const name = CSS.escape(field);
  const element = inForm(`[name="${name}"], [data-field="${name}"]`);
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
 * @returns what is wrong now, for `WrongFields`, and a sentence for what is no field's fault; `refuse` shows issues, `fail`
 * what sending threw; `sends` sends the form, whatever was refused before
 */
export function useRefused<Form extends FieldValues>(
  form: Pick<UseFormReturn<Form>, 'setError' | 'clearErrors' | 'subscribe' | 'getValues'>,
  fieldOf: (path: string) => string,
  check: (typed: Form) => Issue[] = () => [],
): Refused {
  const { setError, clearErrors, subscribe, getValues } = form;
  const [wrong, setWrong] = useState<WrongField[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [refused, setRefused] = useState(0);
  const latest = useRef({ wrong, fieldOf, check });
  latest.current = { wrong, fieldOf, check };
  /** Fields that the check itself finds wrong, so that it tells when they no longer are. */
  const isKnown = useRef(new Set<string>());

  // Once the fields know that they are wrong.
  useEffect(() => {
    if (refused > 0) inForm('[aria-invalid=true]')?.focus();
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
        if (next.length === 0) setProblem(null);
      },
    });
  }, [wrong.length, subscribe, getValues]);

  const refuse = (issues: readonly Issue[]) => {
    isKnown.current = new Set(byField(check(getValues()), fieldOf).keys());
    say([...byField(issues, fieldOf)].map(([field, message]) => ({ field, message })).reverse());
    setRefused((times) => times + 1);
  };
  return {
    wrong,
    problem,
    setProblem,
    refuse,
    fail(error) {
      if (error instanceof ApiError && error.issues.length > 0) refuse(error.issues);
      setProblem(sayFailure(error));
    },
    sends: (send) => (event) => {
      event?.preventDefault();
      // Left standing, what was refused before would keep the form from being sent.
      if (latest.current.wrong.length > 0) say([]);
      setProblem(null);
      void send();
    },
  };
}
