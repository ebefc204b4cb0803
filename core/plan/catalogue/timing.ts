import { length, plainAngle, SIDES, wheelAngle, type Measure } from '../measure.js';

const TRUE = ['tdc-wheel-error'];
// Every pass counts: that a wheel slipped shows only in their order.
const stop = (key: string, title: string, how: string) =>
  wheelAngle(key, title, 'dead-centre', SIDES.afterTdc, how, { counts: 'each' });

/** True dead centre: two readings each way, or a rough one, and the error that follows. */
export const DEAD_CENTRE: Measure[] = [
  stop('tdc-stop-first', 'Piston stop, first way', 'Turn gently by hand until the piston rests on the stop.'),
  stop('tdc-stop-second', 'Piston stop, other way', 'Turn back, all the way round to the stop from the other side.'),
  stop('tdc-drop-first', 'Equal drop, before the top', 'Dial at nothing on top; turn to the chosen drop before it.'),
  stop('tdc-drop-second', 'Equal drop, after the top', 'Over the top to the same drop on the other side.'),
  stop('tdc-quick', 'Quick dial, rough', 'Where the needle turns round. The piston dwells there: rough only.'),
  plainAngle(
    'tdc-wheel-error',
    'Wheel error at dead centre',
    'dead-centre',
    0.25,
    'Midway between the two readings; plus when the wheel reads after.',
    {
      sides: SIDES.afterTdc,
      counts: 'each',
    },
  ),
  stop(
    'timing-mark-error',
    'Damper mark at true dead centre',
    'Piston at true dead centre: what the factory mark reads.',
  ),
];

const drop = (kind: 'intake' | 'exhaust', flank: 'opening' | 'closing') =>
  wheelAngle(
    `${kind}-drop-${flank}`,
    `${kind === 'intake' ? 'Intake' : 'Exhaust'} nose, ${flank} side`,
    'cam-timing',
    kind === 'intake' ? SIDES.afterTdc : SIDES.beforeTdc,
    'Dial at nothing on the nose; the same drop on either side of it.',
    { needs: TRUE, at: 'drop', counts: 'each' },
  );
const event = (key: string, title: string, sides: (typeof SIDES)[keyof typeof SIDES]) =>
  wheelAngle(key, title, 'cam-timing', sides, 'At the card’s check lift, turning in the running direction.', {
    needs: TRUE,
    at: 'lift',
  });

const peak = (kind: 'intake' | 'exhaust') =>
  wheelAngle(
    `${kind}-peak`,
    `${kind === 'intake' ? 'Intake' : 'Exhaust'} peak, rough`,
    'cam-timing',
    kind === 'intake' ? SIDES.afterTdc : SIDES.beforeTdc,
    'Where the dial turns round at full lift. The lifter dwells there: rough only.',
    { needs: TRUE, uncertainty: 3 },
  );

/** Degreeing the cam and where it is set. */
export const CAM_TIMING: Measure[] = [
  event('intake-open', 'Intake opens', SIDES.beforeTdc),
  event('intake-close', 'Intake closes', SIDES.afterBdc),
  event('exhaust-open', 'Exhaust opens', SIDES.beforeBdc),
  event('exhaust-close', 'Exhaust closes', SIDES.afterTdc),
  drop('intake', 'opening'),
  drop('intake', 'closing'),
  wheelAngle(
    'intake-centreline',
    'Intake centreline',
    'cam-timing',
    SIDES.afterTdc,
    'Midway between equal drops on either side of the nose.',
    { needs: TRUE },
  ),
  peak('intake'),
  drop('exhaust', 'opening'),
  drop('exhaust', 'closing'),
  wheelAngle(
    'exhaust-centreline',
    'Exhaust centreline',
    'cam-timing',
    SIDES.beforeTdc,
    'Midway between equal drops on either side of the nose.',
    { needs: TRUE },
  ),
  peak('exhaust'),
  plainAngle(
    'card-difference',
    'Difference from the cam card',
    'cam-timing',
    0.5,
    'Measured less printed, for each event and centreline.',
  ),
  plainAngle(
    'cam-target',
    'Target, intake centreline',
    'cam-timing',
    0,
    'What the cam is to be set to once the chain has settled.',
    {
      sides: SIDES.afterTdc,
    },
  ),
  plainAngle(
    'cam-offset',
    'Sprocket position',
    'cam-timing',
    0,
    'As chosen and fitted: crank degrees by which it advances the cam.',
    {
      sides: { plus: 'advanced', minus: 'retarded' },
      counts: 'each',
    },
  ),
  length(
    'cam-end-play',
    'Cam end play',
    'cam-timing',
    'engine',
    [0.0005, 0.001],
    'Dial on the cam nose, cam pushed to and fro.',
  ),
  length(
    'lobe-lift',
    'Lobe lift',
    'cam-timing',
    'valve',
    [0.0005, 0.001],
    'Dial in line with the lifter, base circle to nose.',
    { byKind: true },
  ),
];
