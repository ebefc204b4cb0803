import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import type { BenchStand } from '../../contracts/setting.js';
import { ApiError, ask } from '../app/api.js';
import { FIRST_POSITION, usePreferences } from './preferences.js';
import { useLooksOn, useSession } from './session.js';
import { useDesk } from './use-desk.js';
import { useLatest } from './use-latest.js';

/** Where crank and hands are, as the server said last; of the engine that is on the bench. */
const useStand = create<{ engineId: string | null; stand: BenchStand | null }>(() => ({ engineId: null, stand: null }));

/** What was moved here and is not on the server yet: of one engine, the one that is on the bench. */
type Move = { crankDeg?: number; place?: string };
let unsent: { engineId: string; move: Move } | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
let isSending = false;
/** Turning from stop to stop and typing valve after valve makes one message, not one each. */
const SOON_MS = 150;

/** Sends where crank and hand are by now. Without a server they stay here, and go with the next move or its next word. */
async function send(): Promise<void> {
  if (isSending || !unsent) return;
  const { engineId, move } = unsent;
  unsent = null;
  isSending = true;
  try {
    const stand = await ask('POST /api/engines/:id/bench', { params: { id: engineId }, body: move });
    if (!unsent) useStand.setState({ engineId, stand });
  } catch (error) {
    const isRefused = error instanceof ApiError && error.status >= 400 && error.status < 500;
    const later = unsent as { engineId: string; move: Move } | null;
    if (!isRefused && (!later || later.engineId === engineId)) unsent = { engineId, move: { ...move, ...later?.move } };
    return;
  } finally {
    isSending = false;
  }
  void send();
}

function sendSoon(engineId: string, move: Move): void {
  unsent = { engineId, move: { ...(unsent?.engineId === engineId ? unsent.move : {}), ...move } };
  clearTimeout(timer);
  timer = setTimeout(() => void send(), SOON_MS);
}

const newer = (at: string | null | undefined, than: number) => (at ? Date.parse(at) : 0) > than;

/** What the server says of an engine's crank and hands; where this one has moved on meanwhile, that stands. */
function hear(engineId: string, stand: BenchStand, me: string | undefined): void {
  if (isSending || unsent?.engineId === engineId) return void send();
  useStand.setState({ engineId, stand });
  const { positions, move } = usePreferences.getState();
  const { crankDeg, turnedAt = 0, place, placedAt = 0 } = positions[engineId] ?? FIRST_POSITION;
  const own = stand.hands.find(({ handle }) => handle === me);
  const turned = stand.crankDeg !== null && stand.crankDeg !== crankDeg && newer(stand.turnedAt, turnedAt);
  // One's own hand on another device: whoever takes the work up here goes on from there.
  const goesOn = own && own.place !== place && newer(own.at, placedAt);
  if (turned || goesOn)
    move(engineId, {
      ...(turned ? { crankDeg: stand.crankDeg!, turnedAt: Date.parse(stand.turnedAt!) } : {}),
      ...(goesOn ? { place: own.place, placedAt: Date.parse(own.at) } : {}),
    });
}

/** Told by the stream of an engine: something was filed there. */
type Filed = { act: string; readings: string[] };

/**
 * Hears at once what others do at this engine: where they are, how they turn the crank, and what they file, which is
 * then loaded. The browser asks again by itself where the stream breaks.
 */
export function useLiveBench(engineId: string | undefined): void {
  const me = useSession((session) => session.person?.handle);
  const isLocked = useSession((session) => session.status === 'locked');
  const desk = useDesk();
  const known = useMemo(() => new Set(desk.readings.map(({ id }) => id)), [desk.readings]);
  const latest = useLatest({ known, reload: desk.reload });
  useEffect(() => {
    if (!engineId || !me || isLocked) return;
    const stream = new EventSource(`/api/engines/${engineId}/live`);
    let soon: ReturnType<typeof setTimeout> | undefined;
    const on = <Data>(name: string, act: (data: Data) => void) =>
      stream.addEventListener(name, (event) => act(JSON.parse((event as MessageEvent<string>).data) as Data));
    on<BenchStand>('bench', (stand) => hear(engineId, stand, me));
    on<Filed>('filed', ({ act, readings }) => {
      // What was taken here comes back as what is here already.
      if (act === 'readings.taken' && readings.every((id) => latest.current.known.has(id))) return;
      clearTimeout(soon);
      soon = setTimeout(() => void latest.current.reload(), SOON_MS);
    });
    return () => {
      clearTimeout(soon);
      stream.close();
    };
  }, [engineId, me, isLocked, latest]);
}

/** The crank and the hands at an engine, and moving them. */
export function useBench(engineId: string) {
  const position = usePreferences((state) => state.positions[engineId]) ?? FIRST_POSITION;
  const savePosition = usePreferences((state) => state.move);
  const me = useSession((session) => session.person?.handle);
  const looksOn = useLooksOn();
  const stand = useStand((state) => (state.engineId === engineId ? state.stand : null));
  const others = useMemo(() => stand?.hands.filter(({ handle, isHere }) => handle !== me && isHere) ?? [], [stand, me]);
  const move = (change: { crankDeg?: number; place?: string }) => {
    const now = Date.now();
    savePosition(engineId, {
      ...change,
      ...(change.crankDeg === undefined ? {} : { turnedAt: now }),
      ...(change.place === undefined ? {} : { placedAt: now }),
    });
    if (!looksOn) sendSoon(engineId, change);
  };
  return { crankDeg: position.crankDeg, place: position.place, others, move };
}
