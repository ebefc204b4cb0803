import { useState, type FormEvent } from 'react';
import type { Issue } from '../../contracts/errors.js';
import { ApiError, sayError } from './api.js';
import type { WrongField } from './use-refused.js';

/**
 * A few fields that ask the server when they are sent: what it refuses is told by field until it is typed anew, and in a
 * sentence where no field is at fault.
 */
export function useAsking() {
  const [wrong, setWrong] = useState<WrongField[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const refuse = (issues: readonly Issue[]) => setWrong(issues.map(({ path: field, message }) => ({ field, message })));
  return {
    wrong,
    problem,
    refuse,
    asking: (send: () => Promise<void>) => (event?: FormEvent) => {
      event?.preventDefault();
      setWrong([]);
      setProblem(null);
      send().catch((error: unknown) => {
        if (error instanceof ApiError && error.issues.length > 0) refuse(error.issues);
        else setProblem(sayError(error));
      });
    },
    /** A field is typed anew: what was wrong with it is not known any more. */
    mended: (field: string) => setWrong((all) => all.filter((one) => one.field !== field)),
    /** What a field says below it. */
    told(field: string, help = ' ') {
      const message = wrong.find((one) => one.field === field)?.message;
      return { name: field, error: message !== undefined, helperText: message ?? help };
    },
  };
}
