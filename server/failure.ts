import { ERRORS, type ErrorBody, type ErrorCode, type Issue } from '../contracts/errors.js';

/** A refusal with a code of the catalogue; the error handler turns it into the answer. */
export class Failure extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly issues: Issue[] = [],
    message: string = ERRORS[code].message,
  ) {
    super(message);
    this.name = 'Failure';
  }

  get status(): number {
    return ERRORS[this.code].status;
  }

  body(): ErrorBody {
    return { error: { code: this.code, message: this.message, issues: this.issues } };
  }
}
