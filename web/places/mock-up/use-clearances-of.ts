import { useMemo } from 'react';
import { parseValve, placesOf } from '../../../core/engine/places.js';
import { clearanceOf, type Clearance } from '../../../core/sheet/over-piston.js';
import { useDesk } from '../../state/use-desk.js';

/** The valves of one cylinder over their piston; none while no set-up says what the build will be. */
export function useClearancesOf(cylinder: number): Clearance[] {
  const { judging, sheet } = useDesk();
  const engine = useDesk((desk) => desk.engine!);
  return useMemo(
    () =>
      placesOf(engine, 'valve')
        .filter((place) => parseValve(place)!.cylinder === cylinder)
        .flatMap((place) => clearanceOf(judging!, sheet!, place) ?? []),
    [engine, judging, sheet, cylinder],
  );
}
