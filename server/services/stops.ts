import type { z } from 'zod';
import type { stopsAnswer, stopsQuery } from '../../contracts/setting.js';
import { isGuessed, turningEvents } from '../../core/cam/turning-events.js';
import { settingOrder } from '../../core/plan/setting-order.js';
import { camKnownOf } from '../../core/sheet/cam-known.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { settingWayOf } from '../../core/sheet/setting-progress.js';
import { sheetOf } from '../../core/sheet/sheet.js';

/** The stops at which an engine's valves are set, in a way that is asked about or in its own. */
export function stopsOf(file: EngineFile, asked: z.infer<typeof stopsQuery>): z.infer<typeof stopsAnswer> {
  const { engine, spec } = file;
  const own = settingWayOf(file, spec.practice);
  const [method, along] = [asked.method ?? own.method, asked.along ?? own.along];
  const { marginDeg } = spec.practice.setting;
  const { events, source } = turningEvents(camKnownOf(file, sheetOf(file)));
  const { steps, stops, unsafe, turningDeg } = settingOrder(
    { ...engine, seatEvents: events },
    method,
    along,
    marginDeg,
  );
  return {
    method,
    along,
    marginDeg,
    from: source,
    isGuess: isGuessed(source),
    events,
    stops: stops.map((crankDeg) => ({
      crankDeg,
      valves: steps
        .filter((step) => step.crankDeg === crankDeg)
        .map(({ place, clearanceDeg }) => ({ place, clearanceDeg })),
    })),
    unsafe,
    turningDeg,
  };
}
