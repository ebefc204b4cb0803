import { EVENT_MEASURES } from '../cam/expected-from-card.js';
import { lobeOfSweep } from '../cam/lobe-on-file.js';
import type { CamKnown } from '../cam/turning-events.js';
import type { CardEvents, Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { parseValve } from '../engine/places.js';
import { toCanonical } from '../units/units.js';
import { angleOn } from './angle-on.js';
import type { EngineFile } from './engine-file.js';
import { cardOf, sweepsOf } from './papers.js';
import type { Sheet } from './sheet.js';

/** Whether seat events are those that a layout comes with. */
const isTemplate = ({ seatEvents }: Pick<Engine, 'seatEvents'>): boolean =>
  LAYOUTS.some(({ engine }) => engine && (Object.keys(seatEvents) as (keyof CardEvents)[]).every((event) => engine.seatEvents?.[event] === seatEvents[event])); // prettier-ignore

/** What is known of an engine's cam by its papers and by what was read on its wheel; nothing of it is suspect. */
export function camKnownOf(file: Pick<EngineFile, 'engine' | 'papers' | 'spec'>, sheet: Pick<Sheet, 'rows'>): CamKnown {
  const { engine, spec } = file;
  const { unit } = engine.thread;
  const { checkLift } = spec.practice.timing;
  // An event whose lift nobody said was read where the shop reads them.
  const checkLiftMm = checkLift && toCanonical(checkLift[unit], unit);
  const angle = angleOn(sheet);
  return {
    card: cardOf(file),
    opened: { events: engine.seatEvents, isTemplate: isTemplate(engine) },
    centreline: (kind) => angle(kind === 'I' ? 'intake-centreline' : 'exhaust-centreline'),
    read: (event) =>
      sheet.rows
        .filter(({ measure, place, verdict, occasion }) => measure === EVENT_MEASURES[event] && place === 'engine' && verdict !== 'suspect' && !occasion)
        .flatMap(({ value, at }) => {
          const liftMm = at?.by === 'lift' ? at.value : checkLiftMm;
          return liftMm === undefined ? [] : [{ deg: value, liftMm }];
        }),
    swept(kind) {
      const sweep = sweepsOf(file).findLast(({ place }) => parseValve(place)?.kind === kind);
      return sweep ? lobeOfSweep(sweep, kind, 'mm') : null;
    },
  };
} // prettier-ignore
