import { useEffect, useRef } from 'react';
import type { Mark } from '../../core/judge/mark.js';
import { usePreferences } from '../state/preferences.js';

/** A verdict as tones, Hz, one after the other: level is in, twice is doubt, rising is high, falling is low. */
const TONES: Partial<Record<Mark, number[]>> = {
  in: [660],
  doubt: [660, 660],
  high: [520, 780],
  low: [780, 520],
  suspect: [440, 440, 440],
};
const [TONE_S, GAP_S, LOUD] = [0.12, 0.05, 0.15];

let ears: AudioContext | undefined;

function sound(tones: number[]): void {
  if (typeof AudioContext === 'undefined') return;
  ears ??= new AudioContext();
  tones.forEach((frequency, nth) => {
    const begins = ears!.currentTime + nth * (TONE_S + GAP_S);
    const tone = ears!.createOscillator();
    const volume = ears!.createGain();
    tone.frequency.value = frequency;
    volume.gain.value = LOUD;
    tone.connect(volume).connect(ears!.destination);
    tone.start(begins);
    tone.stop(begins + TONE_S);
  });
}

function speak(words: string): void {
  if (typeof speechSynthesis === 'undefined') return;
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}

/**
 * Says what is next, and sounds how the last value was judged: for hands and eyes that are at the engine. Off until it
 * is switched on on this device.
 *
 * @param next what is to be done now, in words
 * @param last the reading that was taken last, and its mark
 */
export function useVoice(next: string, last: { id: string | null; mark: Mark | undefined }): void {
  const isOn = usePreferences((state) => state.voice);
  const heard = useRef<string | null>(null);
  const { id, mark } = last;
  useEffect(() => {
    if (!isOn || id === null || mark === undefined || heard.current === id) return;
    heard.current = id;
    sound(TONES[mark] ?? []);
  }, [isOn, id, mark]);
  useEffect(() => {
    if (isOn) speak(next);
  }, [isOn, next]);
}
