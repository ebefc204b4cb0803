/** A lobe as it was swept at the bench: kept as it was typed, analysed anew whenever it is looked at. */
export interface LobeSweep {
  id: string;
  /** The valve whose lobe it is: `1I`. */
  place: string;
  unit: 'in' | 'mm';
  measuredAt: 'lobe' | 'valve';
  rockerRatio?: number;
  lash?: number;
  /** Crank degrees after top centre, and lift. */
  points: [deg: number, lift: number][];
  by: string;
  at: string;
}
