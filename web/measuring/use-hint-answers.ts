import { useSnackbar } from 'notistack';
import { useMemo } from 'react';
import { actsOf, type HintAnswer } from '../../core/sheet/acts.js';
import { act, sayError } from '../app/api.js';
import { useDesk } from '../state/use-desk.js';

/** What is said most often of what was odd: it was looked at, and it is so. */
export const CHECKED = 'checked, true';

/** What was answered to the hints of readings, and answering them. */
export function useHintAnswers() {
  const engineId = useDesk((desk) => desk.engine!.id);
  const acts = useDesk((desk) => desk.file!.acts);
  const reload = useDesk((desk) => desk.reload);
  const { enqueueSnackbar } = useSnackbar();
  const answers = useMemo(() => {
    const known = new Map<string, HintAnswer>();
    for (const { kind, ...answer } of actsOf({ acts }, 'hint-answer'))
      known.set(`${answer.readingId} ${answer.hint}`, answer);
    return known;
  }, [acts]);
  return {
    answerTo: (readingId: string, hint: string) => answers.get(`${readingId} ${hint}`),
    /** The same answer for each of some readings. */
    answer: async (readingIds: readonly string[], hint: string, reason: string) => {
      try {
        for (const readingId of readingIds)
          await act('POST /api/engines/:id/hints', { params: { id: engineId }, body: { readingId, hint, reason } });
      } catch (error) {
        enqueueSnackbar(sayError(error), { variant: 'error', persist: true });
      }
      await reload();
    },
  };
}
