import { format } from 'date-fns/format';
import { GATE_WORD, wordLack } from '../../../contracts/wording/gate.js';
import { GATES } from '../../../core/plan/gates.js';
import { closedOf } from '../../../core/sheet/gates.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useDesk } from '../../state/use-desk.js';
import { Item } from './items.js';

/** Gates that were closed all the same: what each lacked, by whom and why. They stand so on the record. */
export function GatesReview() {
  const file = useDesk((desk) => desk.file!);
  const closed = GATES.flatMap((gate) => {
    const how = closedOf(file, gate);
    return how && how.lacks.length > 0 ? [{ gate, ...how }] : [];
  });
  if (closed.length === 0) return null;
  return (
    <section aria-label="Gates closed all the same">
      <h2>
        Gates closed all the same <span className="figure">{closed.length}</span>
      </h2>
      <ul className="plain-list">
        {closed.map(({ gate, by, at, reason, lacks }) => (
          <Item key={gate} mark={<VerdictMark mark="missing" />} title={GATE_WORD[gate].is}>
            <p>{lacks.map(wordLack).join('. ')}.</p>
            <p className="now-quiet">
              “{reason}”, {by}, {format(new Date(at), 'd MMM, HH:mm')}
            </p>
          </Item>
        ))}
      </ul>
    </section>
  );
}
