import type { WhereNext } from '../../core/sheet/where-next.js';
import { stageAt } from './stages.js';

/** The address, below the engine's, of what is done next. */
export function placeNext({ is, stage, record }: Pick<WhereNext, 'is' | 'stage' | 'record'>): string {
  switch (is) {
    case 'opened':
    case 'measuring':
      return stageAt(stage!).path;
    case 'deciding':
    case 'missing':
    case 'to-sign':
      return 'review';
    case 'closing':
      return 'path';
    case 'handed-over':
      return record === 'whole' ? 'record' : 'review';
    default:
      return 'record';
  }
}
