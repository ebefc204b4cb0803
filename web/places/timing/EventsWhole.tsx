import { useMemo } from 'react';
import { FOLLOWS_TITLE, wordDiagnosis, wordNose } from '../../../contracts/wording/timing.js';
import { FOLLOWS, type Compared } from '../../../core/cam/events-whole.js';
import { EVENT_MEASURES, EVENTS } from '../../../core/cam/expected-from-card.js';
import { measureOf } from '../../../core/plan/measures.js';
import { timingOf, type Nose } from '../../../core/sheet/timing.js';
import { formatFigure, formatValue } from '../../../core/units/format.js';
import { TableHead } from '../../app/TableHead.js';
import { useDesk } from '../../state/use-desk.js';

const short = (deg: number | null) => (deg === null ? '–' : formatFigure(deg, 'deg').replace(/\.?0+$/, ''));
const signed = (deg: number | null) => (deg === null ? '' : `${deg > 0 ? '+' : ''}${short(deg)}`);

/** The four events as a whole: what follows from them beside the card, what that tells, and each centreline by every way. */
export function EventsWhole() {
  const { file, sheet, card } = useDesk();
  const unit = card?.printed.unit ?? 'in';
  const { lifts, noses } = useMemo(() => timingOf(file!, sheet!), [file, sheet]);
  return (
    <div className="measuring-form events-whole" tabIndex={0}>
      <h2>Events together</h2>
      {lifts.length === 0 && <p>Read the events first: intake opens, intake closes, exhaust opens, exhaust closes.</p>}
      {lifts.map(({ liftMm, events, follows, diagnosis }) => (
        <section key={liftMm} aria-label={liftMm === null ? 'Events' : `Events at ${formatValue(liftMm, unit)}`}>
          <h3>{liftMm === null ? 'Lift not stated' : `At ${formatValue(liftMm, unit)}`}</h3>
          {diagnosis.map((one) => (
            <p key={one.code} className={one.code === 'agrees' ? undefined : 'now-hint'}>
              {wordDiagnosis(one)}
            </p>
          ))}
          <table className="measuring-table">
            <TableHead heads={[{ unseen: 'figure' }, 'measured', 'card', 'apart']} />
            <tbody>
              {EVENTS.map((event) => {
                const { title, sides } = measureOf(EVENT_MEASURES[event]);
                return <Line key={event} title={`${title}, ${sides!.plus} ${sides!.deadCentre}`} of={events[event]} />;
              })}
              {FOLLOWS.map((name) => (
                <Line key={name} title={FOLLOWS_TITLE[name]} of={follows[name]} />
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <section aria-label="Centrelines">
        <h3>Centrelines by each way</h3>
        {(['I', 'E'] as const).map((kind) => {
          const says = wordNose(kind, noses[kind]);
          return says && <p key={kind} className="now-hint">{says}</p>; // prettier-ignore
        })}
        <table className="measuring-table">
          <TableHead heads={[{ unseen: 'lobe' }, 'card', 'equal drops', 'events', 'peak, rough']} />
          <tbody>
            <NoseLine title="Intake, after TDC" nose={noses.I} />
            <NoseLine title="Exhaust, before TDC" nose={noses.E} />
          </tbody>
        </table>
      </section>
    </div>
  );
}

function Line({ title, of: { measured, card, apart } }: { title: string; of: Compared }) {
  return (
    <tr>
      <th scope="row">{title}</th>
      <td className="figure">{short(measured)}</td>
      <td className="figure">{short(card)}</td>
      <td className="figure">{signed(apart)}</td>
    </tr>
  );
}

function NoseLine({ title, nose: { card, byDrops, byEvents, byPeak } }: { title: string; nose: Nose }) {
  return (
    <tr>
      <th scope="row">{title}</th>
      {[card, byDrops, byEvents, byPeak].map((deg, index) => (
        <td key={index} className="figure">
          {short(deg)}
        </td>
      ))}
    </tr>
  );
}
