import { useSnackbar } from 'notistack';
import { useState } from 'react';
import type { SignOffOf } from '../../core/plan/sign-offs.js';
import { act, sayError } from '../app/api.js';
import { useDesk } from '../state/use-desk.js';

/** Signing with one's name that something is so; said when it is done, or why it was not. */
export function useSignOff(what: SignOffOf, said: string): { sign: () => Promise<void>; isBusy: boolean } {
  const reload = useDesk((desk) => desk.reload);
  const id = useDesk((desk) => desk.engine!.id);
  const { enqueueSnackbar } = useSnackbar();
  const [isBusy, setIsBusy] = useState(false);
  const sign = async () => {
    setIsBusy(true);
    try {
      await act('POST /api/engines/:id/sign-offs/:what', { params: { id, what }, body: {} });
      await reload();
      enqueueSnackbar(said);
    } catch (error) {
      enqueueSnackbar(sayError(error), { variant: 'error', persist: true });
    }
    setIsBusy(false);
  };
  return { sign, isBusy };
}
