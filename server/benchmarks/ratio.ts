/** One line a benchmark: what was held against what, and the ratio. */
export interface Ratio {
  title: string;
  detail: string;
  ratio: number;
  /** The least that is asked for; the run fails below it. */
  atLeast: number;
}
