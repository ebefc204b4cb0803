import type { LineState, PartLine, Waits } from '../../core/parts/line.js';

/** Parts as they are called, one and several. */
export const PART_NAME: Record<PartLine['part'], string> = {
  crank: 'crank',
  rods: 'connecting rods',
  pistons: 'pistons',
  cam: 'cam',
  lifters: 'lifters',
  gaskets: 'gaskets',
  valves: 'valves',
  springs: 'springs',
  rockers: 'rockers',
  pushrods: 'pushrods',
  fasteners: 'fasteners',
  other: 'another part',
};

export const STATE_NAME: Record<LineState, string> = {
  wanted: 'wanted',
  ordered: 'ordered',
  promised: 'promised',
  arrived: 'here',
  fitted: 'fitted',
  'sent-back': 'sent back',
  'sold-on': 'sold on',
  dropped: 'dropped',
};

/** What taking a line there is called, on its button. */
export const STEP_NAME: Record<LineState, string> = {
  wanted: 'Back to wanted',
  ordered: 'Ordered',
  promised: 'Promised for …',
  arrived: 'It is here',
  fitted: 'Fitted',
  'sent-back': 'Sent back …',
  'sold-on': 'Sold on …',
  dropped: 'Not wanted any more',
};

/**
 * What an engine waits for, in a few words.
 *
 * @param sayDay a day as it is said on this device
 */
export function wordWaits(
  { parts, lines, until }: Omit<Waits, 'parts'> & { parts: string[] },
  sayDay: (day: string) => string,
): string {
  const named = parts.map((part) => PART_NAME[part as PartLine['part']] ?? part);
  const what = named.length > 2 ? `${lines} parts` : named.join(' and ');
  return `waits for ${what}${until === null ? ', no day promised' : ` until ${sayDay(until)}`}`;
}
