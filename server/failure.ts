import { ERRORS, type ErrorBody, type ErrorCode, type Issue } from '../contracts/errors.js';

/** The most issues that an answer names: whoever mends fifty fields asks again. */
const MOST_ISSUES = 50;

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
    const { code, message, issues } = this;
    if (issues.length <= MOST_ISSUES) return { error: { code, message, issues } };
    return { error: { code, message, issues: issues.slice(0, MOST_ISSUES), issueCount: issues.length } };
  }
}
