import { useSnackbar } from 'notistack';
import { useState } from 'react';
import type { StopMethod } from '../../../core/cam/valve-stops.js';
import type { Along } from '../../../core/plan/practice.js';
import { act, sayError } from '../../app/api.js';
import { useDesk } from '../../state/use-desk.js';

/** What is done while valves are set besides measuring: an act of the engine, kept by the server, seen by everybody. */
export function useSettingActs() {
  const id = useDesk((desk) => desk.engine!.id);
  const reload = useDesk((desk) => desk.reload);
  const { enqueueSnackbar } = useSnackbar();
  const [isBusy, setIsBusy] = useState(false);
  const params = { id };
  /** Does it, and loads what stands then; false where the server did not take it, and says why. */
  const file = async (work: () => Promise<unknown>): Promise<boolean> => {
    setIsBusy(true);
    try {
      await work();
      await reload();
      return true;
    } catch (error) {
      enqueueSnackbar(sayError(error), { variant: 'error', persist: true });
      return false;
    } finally {
      setIsBusy(false);
    }
  };
  return {
    isBusy,
    choose: (way: { method: StopMethod; along: Along }) =>
      file(() => act('POST /api/engines/:id/setting/way', { params, body: way })),
    setAside: (places: string[], reason: string | null) =>
      file(() => act('POST /api/engines/:id/setting/aside', { params, body: { places, reason } })),
    takeUp: (crankDeg: number, loose: string[]) =>
      file(() => act('POST /api/engines/:id/setting/rounds', { params, body: { crankDeg, loose } })),
  };
}

export type SettingActs = ReturnType<typeof useSettingActs>;
