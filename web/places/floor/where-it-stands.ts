import { format } from 'date-fns/format';
import type { EngineSummary } from '../../../contracts/engine.js';
import { STAGE_PLACES, stageAt } from '../stages.js';

/** Where an engine stands, and what it waits for: the words and the way. */
export function whereItStands(
  engine: Pick<EngineSummary, 'id' | 'state' | 'stage' | 'taken' | 'required' | 'signedAt'>,
): { says: string; next: string; to: string } {
  const at = `/engines/${engine.id}`;
  const [first] = STAGE_PLACES;
  const here = engine.stage ? stageAt(engine.stage) : first;
  const isSet = engine.required > 0 && engine.taken === engine.required;
  const says =
    isSet || here.stage === 'setting' ? `Setting, ${engine.taken} of ${engine.required}` : `${here.title} under way`;
  switch (engine.state) {
    case 'opened':
      return { says: 'Just opened', next: `Start at the ${first.title.toLowerCase()}`, to: `${at}/${first.path}` };
    case 'setting':
    case 'flagged':
      if (!isSet) return { says, next: `Go on: ${here.title.toLowerCase()}`, to: `${at}/${here.path}` };
      return { says, next: engine.state === 'flagged' ? 'Deal with the flags' : 'See what lacks', to: `${at}/review` };
    case 'to-sign':
      return { says: 'Ready to sign', next: 'Review and sign', to: `${at}/review` };
    case 'signed':
      return {
        says: `Signed ${format(new Date(engine.signedAt!), 'd MMM')}`,
        next: 'Hand over',
        to: `${at}/record`,
      };
  }
}
