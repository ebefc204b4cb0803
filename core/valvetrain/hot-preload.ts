export interface HotPreloadInput {
  /** How deep the plunger stands in the cold engine. */
  depthCold: number;
  /** By how much head and block outgrow the valvetrain once hot, at the valve. */
  growthAtValve: number;
  rockerRatio: number;
  /** How deep it must stand at least. */
  least: number;
}

/**
 * What is left of a plunger's preload in the hot engine: the growth takes its part by the ratio. MATHS, hot-preload.
 *
 * @example hotPreload({ depthCold: 0.02, growthAtValve: 0.007, rockerRatio: 1.55, least: 0.01 }).depthHot // 0.01548
 */
export function hotPreload({ depthCold, growthAtValve, rockerRatio, least }: HotPreloadInput): {
  depthHot: number;
  ok: boolean;
} {
  const depthHot = depthCold - growthAtValve / rockerRatio;
  return { depthHot, ok: depthHot >= least };
}
