import type { CardEvents } from '../engine/engine.js';

export interface CamEvents {
  intakeDuration: number;
  exhaustDuration: number;
  /** After top dead centre. */
  intakeCentreline: number;
  /** Before top dead centre. */
  exhaustCentreline: number;
  lobeSeparation: number;
  /** How far the cam is ground or installed ahead of straight up. */
  advance: number;
  overlap: number;
}

/**
 * What four events say together, at whatever lift they were taken. Crank degrees, card signs.
 *
 * @example camEvents({ intakeOpenBtdc: -4, intakeCloseAbdc: 36, exhaustOpenBbdc: 44, exhaustCloseAtdc: -6 }).advance // 2.5
 */
export function camEvents(events: CardEvents): CamEvents {
  const { intakeOpenBtdc, intakeCloseAbdc, exhaustOpenBbdc, exhaustCloseAtdc } = events;
  const intakeDuration = intakeOpenBtdc + 180 + intakeCloseAbdc;
  const exhaustDuration = exhaustOpenBbdc + 180 + exhaustCloseAtdc;
  const intakeCentreline = intakeDuration / 2 - intakeOpenBtdc;
  const exhaustCentreline = exhaustDuration / 2 - exhaustCloseAtdc;
  const lobeSeparation = (intakeCentreline + exhaustCentreline) / 2;
  return {
    intakeDuration,
    exhaustDuration,
    intakeCentreline,
    exhaustCentreline,
    lobeSeparation,
    advance: lobeSeparation - intakeCentreline,
    overlap: intakeOpenBtdc + exhaustCloseAtdc,
  };
}

/** The four events with the cam advanced by `deg`: all of them come so much earlier. */
export function advanceEvents(events: CardEvents, deg: number): CardEvents {
  return {
    intakeOpenBtdc: events.intakeOpenBtdc + deg,
    intakeCloseAbdc: events.intakeCloseAbdc - deg,
    exhaustOpenBbdc: events.exhaustOpenBbdc + deg,
    exhaustCloseAtdc: events.exhaustCloseAtdc - deg,
  };
}
