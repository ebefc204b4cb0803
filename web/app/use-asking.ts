import { useState, type FormEvent } from 'react';
import { ApiError, sayError } from './api.js';

/** A few fields that ask the server when they are sent: what it refuses is told by field, and in a sentence. */
export function useAsking() {
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const asking = (send: () => Promise<void>) => (event: FormEvent) => {
    event.preventDefault();
    setWrong({});
    setProblem(null);
    send().catch((error: unknown) => {
      if (error instanceof ApiError)
        setWrong(Object.fromEntries(error.issues.map(({ path, message }) => [path, message])));
      setProblem(sayError(error));
    });
  };
  return { wrong, problem, asking };
}
