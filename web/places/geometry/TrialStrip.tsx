import { useMemo } from 'react';
import { BY_NOW } from '../../../core/derive/on-file.js';
import { edgesOf, type MarkEdges } from '../../../core/drawing/tip-mark.js';
import { parseValve } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { readEntry } from '../../../core/plan/read-entry.js';
import { onFileOf } from '../../../core/sheet/on-file.js';
import { formatFigure, UNIT_LABEL } from '../../../core/units/format.js';
import { fromCanonical, toCanonical } from '../../../core/units/units.js';
import { DrawnChart } from '../../charts/DrawnChart.js';
import { useChartInks } from '../../charts/use-chart-inks.js';
import { TipMark } from '../../drawings/TipMark.js';
import type { Steps } from '../../measuring/use-steps.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { marksChartOf } from './marks-chart-of.js';
import { useGeometry } from './use-geometry.js';

/** The tip of the active valve, on which the mark is dragged or seen as it is typed; beside it the marks over what was set. */
export function TrialStrip({ steps, available }: { steps: Steps; available: number[] }) {
  const { active, entry, lengthUnit, sheet, target } = steps;
  const { kind } = parseValve(active.place)!;
  const file = useDesk((desk) => desk.file!);
  const looksOn = useLooksOn();
  const inks = useChartInks();
  const found = useGeometry(kind);
  const chart = useMemo(() => marksChartOf(found, available, lengthUnit, inks), [found, available, lengthUnit, inks]);
  const rockers = useMemo(() => onFileOf(file).rockersAt(BY_NOW), [file]);
  const tipMm = rockers?.tipDiameter[kind];
  const { unit } = target;
  const isMark = target.measure.key === 'mark-width';

  const rowAt = (measure: string) =>
    sheet.rows.find((row) => row.measure === measure && row.place === active.place && row.at?.value === active.at?.value); // prettier-ignore
  const edges = (): MarkEdges | null => {
    if (tipMm === undefined) return null;
    const typed = isMark && entry.typed !== '' ? readEntry(measureOf('mark-width'), entry.typed, unit) : null;
    if (typed?.ok && typed.sizes.length === 2) return { inner: typed.sizes[0], outer: typed.sizes[1] };
    const [width, offset] = [rowAt('mark-width')?.value, rowAt('mark-offset')?.value];
    if (typed?.ok) return edgesOf(tipMm, { width: typed.value, offset: offset ?? 0 });
    return width === undefined || !active.at ? null : edgesOf(tipMm, { width, offset: offset ?? 0 });
  };
  const mark = edges();
  const practised = file.spec.practice.geometry;
  const kept = practised && toCanonical(practised.edgeKept[file.engine.thread.unit], file.engine.thread.unit);
  const say = (mm: number) => `${formatFigure(mm, lengthUnit)} ${UNIT_LABEL[lengthUnit]}`;
  const typedAs = ({ inner, outer }: MarkEdges) =>
    [inner, outer].map((mm) => String(Number(fromCanonical(mm, unit).toFixed(unit === 'mm' ? 2 : unit === 'thou' ? 0 : 3)))).join(';'); // prettier-ignore
  return (
    <div className="trial-strip">
      <figure>
        {tipMm === undefined ? (
          <p className="now-hint">The tip’s diameter is not filed yet: Rockers and tips.</p>
        ) : (
          <TipMark
            tipMm={tipMm}
            marks={mark ? [{ ...mark, ink: 'var(--dye)' }] : []}
            edgeKept={kept}
            step={lengthUnit === 'mm' ? 0.05 : 0.0254}
            say={say}
            onEdges={isMark && !looksOn ? (next) => entry.put(typedAs(next)) : undefined}
            label={`Tip of the valve from above${mark ? `, mark from ${say(mark.inner)} to ${say(mark.outer)}` : ', no mark yet'}`}
          />
        )}
        <figcaption>{isMark ? 'drag the edges, or type them: inner ; outer' : 'the tip from above'}</figcaption>
      </figure>
      <div className="trial-chart">
        {chart ? (
          <DrawnChart drawn={chart} label="Width of the mark over what was set" />
        ) : (
          <p className="now-quiet">The marks of this kind come here, over what was set.</p>
        )}
      </div>
    </div>
  );
}
