import { useWatch } from 'react-hook-form';
import { figureOf } from '../../../core/engine/engine-data.js';
import type { Engine } from '../../../core/engine/engine.js';
import { placesOf } from '../../../core/engine/places.js';
import { UNIT_LABEL } from '../../../core/units/format.js';
import { CrankSideView } from '../../drawings/CrankSideView.js';
import { CylinderSection } from '../../drawings/CylinderSection.js';
import type { DialFace } from '../../drawings/ValveDial.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { completeEngine } from '../../../contracts/engine.js';
import { checkForm, dataOf, type EngineForm } from './engine-form.js';

/** The engine that the form describes by now, whoever's and whatever it is called; null while it describes none. */
function drawnEngine(form: EngineForm): Engine | null {
  const checked = checkForm({ ...form, tag: '-', title: '-', customer: '-', customerId: '', figures: {} });
  return checked.ok ? completeEngine(checked.request).engine : null;
}

const EMPTY: DialFace = { mark: 'missing', value: null, limit: null, figure: '' };

/** From above and from the side: the valves in their order along the heads, the crank with its pins. */
function Laid({ form }: { form: EngineForm }) {
  const engine = drawnEngine(form);
  if (!engine)
    return <p className="intake-why">It is drawn as soon as cylinders, firing order and valves fit together.</p>;
  const faces = Object.fromEntries(placesOf(engine, 'valve').map((place) => [place, EMPTY]));
  return (
    <>
      <div className="intake-map">
        <ValveMap banks={engine.banks} faces={faces} />
      </div>
      <div className="intake-crank">
        <CrankSideView engine={engine} faces={{}} active="" typed="" onPick={() => {}} />
      </div>
    </>
  );
}

function Cut({ form }: { form: EngineForm }) {
  const { figures } = dataOf(form);
  const of = (id: string) => figureOf(figures, id);
  const label = (id: string) => {
    const typed = figures[id];
    return typed && of(id) !== undefined ? `${typed.entered.trim()}${typed.unit === 'deg' ? '' : ' '}${UNIT_LABEL[typed.unit]}` : undefined; // prettier-ignore
  };
  const valve = (kind: 'intake' | 'exhaust') => ({ angleDeg: of(`valve-angle-${kind}`), headMm: of(`valve-diameter-${kind}`) }); // prettier-ignore
  return (
    <div className="intake-cut">
      <CylinderSection
        figures={{
          bore: of('bore'),
          stroke: of('stroke'),
          rod: of('rod-length'),
          intake: valve('intake'),
          exhaust: valve('exhaust'),
        }}
        labels={{
          bore: label('bore'),
          stroke: label('stroke'),
          rod: label('rod-length'),
          intake: label('valve-angle-intake'),
          exhaust: label('valve-angle-exhaust'),
        }}
      />
    </div>
  );
}

/** The engine as it is typed: what is stated shows at once. */
export function IntakeDrawing({ cut }: { cut: boolean }) {
  const form = useWatch<EngineForm>() as EngineForm;
  return (
    <section aria-label="The engine as it is stated" className="intake-drawing">
      {cut ? <Cut form={form} /> : <Laid form={form} />}
    </section>
  );
}
