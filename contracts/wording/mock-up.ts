import type { MockUp } from '../../core/valvetrain/mock-up.js';

const LIFTERS = { solid: 'solid lifters', 'pumped-up': 'lifters pumped up', collapsed: 'lifters collapsed' };

/** What is another in the build: from what it was, where that is said. */
const moved = (what: string, from: string | undefined, to: string | undefined): string[] =>
  to === undefined ? [] : [`${what} ${to.replace('-', '−')}${from === undefined ? '' : ` (${from} at the check)`}`];

/** How a check was put together, and what the build will be, in a sentence. */
export function wordMockUp(said: MockUp): string {
  const {
    unit,
    gasketAtCheck,
    gasketFinal,
    collapsedBy,
    sankBy,
    turnsPastZero,
    camAtCheckDeg,
    camDeg,
    millHead,
    millDeck,
  } = said;
  const length = (value: number) => `${value} ${unit}`;
  const figure = (value: number | undefined) => (value === undefined ? undefined : length(value));
  const gasket = (value: number) => (value === 0 ? 'no gasket' : `a gasket of ${length(value)}`);
  const both = ({ I, E }: MockUp['lash']) => (I === E ? length(I) : `${length(I)} intake, ${length(E)} exhaust`);
  const degrees = (value: number) => `${value}°`.replace('-', '−');
  const check = [
    gasket(gasketAtCheck),
    `${LIFTERS[said.lifters]}${collapsedBy === undefined ? '' : ` by ${length(collapsedBy)}`}`,
    ...(sankBy ? [`plungers that sank ${length(sankBy)} while it was turned`] : []),
    ...(turnsPastZero ? [`${turnsPastZero} turns past zero lash`] : []),
    said.springs === 'final' ? 'the final springs' : 'checking springs',
    `lash ${both(said.lashAtCheck)}`,
    `the sprocket at ${degrees(camAtCheckDeg)}`,
  ];
  const build = [
    gasket(gasketFinal),
    `lash ${both(said.lash)}`,
    ...(camDeg === undefined ? [] : [`the sprocket at ${degrees(camDeg)}`]),
    ...(millHead ? [`${length(millHead)} off the head`] : []),
    ...(millDeck ? [`${length(millDeck)} off the deck`] : []),
    ...moved(
      'shims under the stands',
      said.standShimAtCheck && both(said.standShimAtCheck),
      said.standShimFinal && both(said.standShimFinal),
    ),
    ...moved(
      'base circle',
      said.baseCircleAtCheck && both(said.baseCircleAtCheck),
      said.baseCircleFinal && both(said.baseCircleFinal),
    ),
    ...moved('rod’s seat in the lifter', figure(said.lifterSeatAtCheck), figure(said.lifterSeatFinal)),
  ];
  return `Check ${said.check}: ${check.join(', ')}. In the build: ${build.join(', ')}.`;
}
