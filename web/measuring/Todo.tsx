import type { Measure } from '../../core/plan/measure.js';
import { ownOf } from '../../core/plan/own-measure.js';
import { useDesk } from '../state/use-desk.js';

/** What to do for a measure: as the catalogue says, or as the shop says of its own, with the shop's caution. */
export function Todo({ measure }: { measure: Measure }) {
  const spec = useDesk((desk) => desk.file!.spec);
  const own = ownOf(spec, measure.key);
  return (
    <>
      <p>
        <strong>{measure.title}.</strong> {own?.how ?? measure.how}
      </p>
      {own?.caution && <p className="now-caution">{own.caution}</p>}
    </>
  );
}
