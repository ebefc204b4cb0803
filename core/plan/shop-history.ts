/** What this shop's finished builds showed of a measure; canonical. */
export interface Shown {
  /** How far values of a kind lie apart on one engine, one standard deviation. */
  spread?: number;
  /** How far a hand that takes a value again differs from itself, one standard deviation. */
  repeat?: number;
  /** From the least to the most that was read of it, where it was read on enough engines. */
  range?: { least: number; most: number };
}

/** By the measures' keys; a measure of which too little was read is left out. */
export type ShopHistory = Readonly<Record<string, Shown>>;
