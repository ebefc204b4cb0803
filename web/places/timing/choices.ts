/** The unit that lifts are printed or read in. */
export const LIFT_UNITS = [
  ['in', 'inches'],
  ['mm', 'millimetres'],
] as const;

/** Where a lift is taken: the lobe judges the cam, the valve the valvetrain. */
export const LOBE_OR_VALVE = [
  ['lobe', 'lobe'],
  ['valve', 'valve'],
] as const;
