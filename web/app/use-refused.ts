import { useEffect, useState } from 'react';
import type { FieldPath, FieldValues, UseFormSetError } from 'react-hook-form';
import type { Issue } from '../../contracts/errors.js';
import { sayFields } from './api.js';

/**
 * Tells the fields of a form what is wrong with them, each its first fault, and puts the topmost of them under the hand.
 *
 * @param fieldOf the field that an issue's path in the request belongs to
 * @returns shows issues; answers how many fields are wrong, in words
 */
export function useRefused<Form extends FieldValues>(
  setError: UseFormSetError<Form>,
  fieldOf: (path: string) => string,
): (issues: Issue[]) => string {
  const [refused, setRefused] = useState(0);
  // Once the fields know that they are wrong.
  useEffect(() => {
    if (refused > 0) document.querySelector<HTMLElement>('form [aria-invalid=true]')?.focus();
  }, [refused]);
  return (issues) => {
    const first = new Map([...issues].reverse().map(({ path, message }) => [fieldOf(path), message]));
    for (const [name, message] of first) setError(name as FieldPath<Form>, { message });
    setRefused((times) => times + 1);
    return sayFields([...first.keys()]);
  };
}
