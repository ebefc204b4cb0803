import type { Imported } from '../../core/sheet/papers.js';
import { many } from './many.js';

/** From where an engine came with its history, in a sentence. */
export const wordImported = ({ shop, tag, readings, dispositions, specSet }: Imported): string =>
  `Came from ${shop ?? 'another Utex'}, where it was ${tag} and judged by ${specSet.id} v${specSet.version}, with ` +
  `${many(readings, 'reading', 'readings')} and ${many(dispositions, 'decision', 'decisions')} made there.`;

/** A record that was signed before it came. */
export const wordSignedThere = (
  { revision, shop, signedBy, fingerprint }: Imported['records'][number],
  on: string,
): string =>
  `Revision ${revision} was signed by ${signedBy}, ${shop}, on ${on}; fingerprint ${fingerprint}. It is verified there.`;
