import { useMemo } from 'react';
import type { ValveKind } from '../../../core/engine/engine.js';
import { rockerGeometry, type RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import { useDesk } from '../../state/use-desk.js';

/**
 * What the trials of a kind come to as the desk stands.
 *
 * @param only one of its valves, where what was tried there is to count alone
 */
export function useGeometry(kind: ValveKind, only?: string): RockerGeometry {
  const judging = useDesk((desk) => desk.judging!);
  return useMemo(() => rockerGeometry(judging, { kind, only }), [judging, kind, only]);
}
