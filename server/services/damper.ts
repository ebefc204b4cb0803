import type { z } from 'zod';
import type { damperQuery } from '../../contracts/setting.js';
import { METHOD_TITLE } from '../../contracts/wording/setting.js';
import { turningEvents } from '../../core/cam/turning-events.js';
import { damperMarks } from '../../core/drawing/damper-marks.js';
import { mayStandAt, settingOrder } from '../../core/plan/setting-order.js';
import { camKnownOf } from '../../core/sheet/cam-known.js';
import { settingWayOf } from '../../core/sheet/setting-progress.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { findShop, findShopData } from '../store/shop-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** The marks to paint on an engine's damper, at its true diameter: the firing dead centres, and the stops of its way. */
export async function damperOnPaper(
  { clock, database }: Context,
  engines: Engines,
  engineId: string,
  { diameter, unit }: z.infer<typeof damperQuery>,
): Promise<Buffer> {
  const { tag, engine, spec } = await engines.get(engineId);
  const file = await engines.file(engineId);
  const { method, along } = settingWayOf(file, spec.practice);
  const { events } = turningEvents(camKnownOf(file, sheetOf(file)));
  const { marginDeg } = spec.practice.setting;
  const turned = { ...engine, seatEvents: events };
  const order = settingOrder(turned, method, along, marginDeg);
  const { name } = (await findShop(database))!;
  const { paper, timeZone } = await findShopData(database);
  const { damperPdf } = await import('../record/damper-pdf.js');
  return damperPdf({
    shop: { name, paper, timeZone },
    tag,
    method: METHOD_TITLE[method],
    diameter,
    unit,
    marks: damperMarks(engine, diameter, order.stops, { unit, mayStandAt: mayStandAt(order, turned, marginDeg) }),
    at: clock.now(),
  });
}
