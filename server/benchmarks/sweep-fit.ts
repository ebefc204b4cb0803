import { median } from 'simple-statistics';
import { sweepFit, type SweepFitInput } from '../../core/valvetrain/sweep-fit.js';
import { inMs, times, type Ratio } from './ratio.js';

const ROUNDS = 25;
/** No hand waits for less than this, ms. */
const AT_ONCE = 20;

/** The worked example, and as many trials as anybody takes. */
const EXAMPLE: SweepFitInput = {
  mount: 'stud-nut', rockerRatio: 1.7, armLength: 1.45, valveLift: 0.58, uncertainty: 0.004,
  trials: [[7.55, 0.07521], [7.6, 0.06753], [7.65, 0.0606], [7.7, 0.06467]].map(([setting, width]) => ({ setting, width })),
}; // prettier-ignore

/** What a sweep-fit takes against what is felt as at once. */
export async function benchSweepFit(): Promise<Ratio> {
  const taken = median((await times(ROUNDS, () => sweepFit(EXAMPLE))).slice(5));
  return {
    title: 'sweep-fit of four marks, all local minima and its own uncertainty, against 20 ms',
    detail: `${inMs(taken)} ms`,
    ratio: taken / AT_ONCE,
    asked: { atMost: 1 },
  };
}
