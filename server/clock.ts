/** Time is a dependency: services ask this, so that tests and the demo can stand at any moment. */
export interface Clock {
  now(): Date;
}

export const systemClock: Clock = { now: () => new Date() };
