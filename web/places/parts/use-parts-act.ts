import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { sayError } from '../../app/api.js';
import { usePartsBook } from '../../state/parts-book.js';

/** Does something with parts, says what came of it, and reads the book anew: also where somebody else was faster. */
export function usePartsAct() {
  const { enqueueSnackbar } = useSnackbar();
  const load = usePartsBook((state) => state.load);
  const [isBusy, setIsBusy] = useState(false);
  const run = async (work: () => Promise<string | null>): Promise<boolean> => {
    setIsBusy(true);
    try {
      const says = await work();
      if (says) enqueueSnackbar(says);
      return true;
    } catch (error) {
      enqueueSnackbar(sayError(error), { variant: 'error', persist: true });
      return false;
    } finally {
      await load();
      setIsBusy(false);
    }
  };
  return { run, isBusy };
}
