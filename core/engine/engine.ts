/** The engine as the computations see it: how it is laid out, how its valves are driven, which cam turns in it. */

export type LayoutName = 'v8' | 'i6' | 'v-twin' | 'single' | 'custom';
export type ValveKind = 'I' | 'E';
export type Lifter = 'hydraulic' | 'solid';
/** How the adjuster moves the rocker: see `valvetrain/preload.ts`. */
export type RockerMount = 'stud-nut' | 'rocker-screw' | 'pedestal-shim';
export type Metal = 'iron' | 'aluminium';

/** The four events of a cam in the signs of a printed card, crank degrees. */
export interface CardEvents {
  /** Before top dead centre; negative when after. */
  intakeOpenBtdc: number;
  /** After bottom dead centre; negative when before. */
  intakeCloseAbdc: number;
  /** Before bottom dead centre; negative when after. */
  exhaustOpenBbdc: number;
  /** After top dead centre; negative when before. */
  exhaustCloseAtdc: number;
}

/** One row of cylinders, front to rear. */
export interface Bank {
  cylinders: number[];
  /** Intake and exhaust along the head, front to rear, two letters a cylinder: `EIIEEIIE`. */
  valveOrder: string;
}

export interface Engine {
  layout: LayoutName;
  banks: Bank[];
  firingOrder: number[];
  /** Crank degrees from each firing to the next, in firing order; together 720. */
  intervals: number[];
  /** Which cylinders share each crank pin, front to rear. */
  pins: number[][];
  mains: number;
  lifter: Lifter;
  mount: RockerMount;
  /** Adjuster thread, as it is ordered: threads per inch or per mm. */
  thread: { threadsPerUnit: number; unit: 'in' | 'mm' };
  ratio: { intake: number; exhaust: number };
  /** Where the valve leaves and meets its seat. Everything about the base circle hangs on these. */
  seatEvents: CardEvents;
  metals: { block: Metal; head: Metal };
  /** Groups of bolts and studs that are tightened together, once a plan for them is filed. */
  fasteners?: { group: string; count: number }[];
}

/** All cylinder numbers, bank by bank, front to rear. */
export function cylindersOf(engine: Pick<Engine, 'banks'>): number[] {
  return engine.banks.flatMap((bank) => bank.cylinders);
}

/** Rocker ratio of one kind of valve. */
export function ratioOf(engine: Pick<Engine, 'ratio'>, kind: ValveKind): number {
  return kind === 'I' ? engine.ratio.intake : engine.ratio.exhaust;
}

/** Travel of one turn of the adjuster, mm. */
export function pitchMmOf(engine: Pick<Engine, 'thread'>): number {
  return (engine.thread.unit === 'in' ? 25.4 : 1) / engine.thread.threadsPerUnit;
}
