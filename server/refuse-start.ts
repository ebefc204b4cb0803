import { CannotStart } from './cannot-start.js';

/** Ends with one sentence for what the operator can mend; anything else keeps its trace, on the server's own terminal. */
export function refuseStart(error: unknown): never {
  if (error instanceof CannotStart) console.error(`Utex does not start: ${error.message}`);
  else console.error('Utex does not start:', error);
  process.exit(1);
}
