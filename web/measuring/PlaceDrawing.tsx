import { feeds } from '../../core/derive/rules.js';
import { placesOf } from '../../core/engine/places.js';
import type { Mark } from '../../core/judge/mark.js';
import type { Measure } from '../../core/plan/measure.js';
import { formatFigure } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { CrankSideView } from '../drawings/CrankSideView.js';
import type { CellFace } from '../drawings/PlaceCell.js';
import { ValveMap } from '../drawings/ValveMap.js';
import { useDesk } from '../state/use-desk.js';

interface Props {
  measure: Measure;
  /** The unit in which its values are shown. */
  unit: Unit;
  active: string;
  typed: string;
  onPick: (place: string) => void;
  /** What other values show beside those of the measure: a bank's square beside its pistons. */
  more?: Record<string, CellFace>;
}

/** The places of a measure as the ones to type into: its valves from above, or its cylinders, pins and mains from the side. */
export function PlaceDrawing({ measure, unit, active, typed, onPick, more }: Props) {
  const engine = useDesk((desk) => desk.engine!);
  const sheet = useDesk((desk) => desk.sheet!);
  const valueAt = (key: string, place: string) => sheet.rows.find((row) => row.measure === key && row.place === place);
  /** What a place shows: what is judged by this number if the number itself is not. */
  const faceAt = (place: string) => {
    const own = valueAt(measure.key, place);
    const through = feeds(measure.key).map((key) => valueAt(key, place));
    const judged = own && !own.limit ? (through.find((row) => row?.limit) ?? own) : own;
    const mark: Mark = judged?.verdict ?? 'missing';
    return { own, mark, unit, figure: own ? formatFigure(own.value, unit) : '' };
  };
  const places = placesOf(engine, measure.scope);
  if (measure.scope === 'valve')
    return (
      <ValveMap
        banks={engine.banks}
        faces={Object.fromEntries(
          places.map((place) => {
            const { own, mark, figure } = faceAt(place);
            return [place, { mark, figure, unit, value: own?.value ?? null, limit: own?.limit ?? null }];
          }),
        )}
        active={active}
        typed={typed}
        onPick={onPick}
      />
    );
  const faces = Object.fromEntries(places.map((place): [string, CellFace] => [place, faceAt(place)]));
  return <CrankSideView engine={engine} faces={{ ...faces, ...more }} active={active} typed={typed} onPick={onPick} />;
}
