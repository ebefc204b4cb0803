import { useMemo } from 'react';
import { useLoaderData } from 'react-router';
import { isNotFitted, type PartLine } from '../../../core/parts/line.js';
import type { Gate } from '../../../core/plan/gates.js';
import { pathOf, type Path } from '../../../core/sheet/path.js';
import type { pathLoader } from '../../app/loaders.js';
import { useDesk } from '../../state/use-desk.js';

/** The way of the engine on the desk, with what the shop knows beside it. */
export function usePath(): {
  path: Path;
  parts: { lines: PartLine[]; currency: string | null } | null;
  forgotten: { measure: string; times: number; of: number }[];
} {
  const told = useLoaderData<typeof pathLoader>();
  const file = useDesk((desk) => desk.file!);
  const sheet = useDesk((desk) => desk.sheet!);
  const stand = useDesk((desk) => desk.stand!);
  const parts = told?.parts ?? null;
  const partsOpen = parts && parts.lines.filter(isNotFitted).length;
  const path = useMemo(() => pathOf({ file, sheet, stand, partsOpen }), [file, sheet, stand, partsOpen]);
  return { path, parts, forgotten: told?.forgotten ?? [] };
}

/** The keys that go to the stations of the way, in their order. */
export const STATION_KEYS = '0123456789r';
/** The keys that go to the gates. */
export const GATE_KEY: Record<Gate, string> = { pan: 'p', 'front-cover': 'f', heads: 'h', 'valve-covers': 'v', 'hand-over': 'o' }; // prettier-ignore
