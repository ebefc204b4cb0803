import { create } from 'zustand';

/** Whether a finger was the last thing that this device was used with; before anything was, whether it is made for one. */
const useHand = create(() => ({ isFinger: false }));

export const useFinger = (): boolean => useHand(({ isFinger }) => isFinger);

/** Keys that a finger's own keyboard on the glass sends, too: they say nothing of what is used. */
const UNSAID = ['Unidentified', 'Process'];

/** Follows what the device is used with; answers how to stop. */
export function watchHand(): () => void {
  useHand.setState({ isFinger: window.matchMedia('(pointer: coarse)').matches });
  const onPointer = ({ pointerType }: PointerEvent) => useHand.setState({ isFinger: pointerType === 'touch' });
  const onKey = ({ key, target }: KeyboardEvent) => {
    const isField = target instanceof Element && target.closest('input, textarea') !== null;
    if (!isField && !UNSAID.includes(key)) useHand.setState({ isFinger: false });
  };
  window.addEventListener('pointerdown', onPointer, { capture: true });
  window.addEventListener('keydown', onKey, { capture: true });
  return () => {
    window.removeEventListener('pointerdown', onPointer, { capture: true });
    window.removeEventListener('keydown', onKey, { capture: true });
  };
}
