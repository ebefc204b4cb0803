import type { Mark } from '../judge/mark.js';
import type { BuildRecord } from './build-record.js';

/** The mark of a recorded value: its verdict, or that it was accepted in spite of it. */
export function recordedMark({ dealtWith }: Pick<BuildRecord, 'dealtWith'>, readingId: string, verdict: Mark): Mark {
  const accepted = dealtWith.some((dealt) => dealt.readingId === readingId && dealt.disposition?.action === 'accepted');
  return accepted ? 'accepted' : verdict;
}
