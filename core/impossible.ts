/** One reason why an input cannot be computed, as data; `contracts/wording.ts` words it. */
export interface Impossibility {
  /** Where in the input it lies, e.g. `['events', 'intakeCloseAbdc']`. */
  path: (string | number)[];
  /** A key of the wording map. */
  code: string;
  /** Figures that the wording names. */
  params?: Record<string, string | number>;
}

/** Thrown by a computation whose input passes its schema and still describes nothing that can exist. */
export class ImpossibleInput extends Error {
  readonly issues: Impossibility[];

  constructor(...issues: Impossibility[]) {
    super(issues.map((issue) => `${issue.path.join('.')}: ${issue.code}`).join('; '));
    this.name = 'ImpossibleInput';
    this.issues = issues;
  }
}
