import { useEffect, useRef } from 'react';
import type { Drawn, Room, ToDraw } from './drawn.js';

/** A chart that another thread draws, as large as what it stands in. */
export function DrawnChart({ drawn, label }: { drawn: Drawn; label: string }) {
  const sheet = useRef<HTMLDivElement>(null);
  const latest = useRef(drawn);
  const redraw = useRef(() => {});

  useEffect(() => {
    const within = sheet.current!;
    const canvas = document.createElement('canvas');
    within.append(canvas);
    const thread = new Worker(new URL('./chart-worker.ts', import.meta.url), { type: 'module' });
    let first: OffscreenCanvas | undefined = canvas.transferControlToOffscreen();
    let asked = 0;
    // Whoever waits for the chart sees by this that it stands.
    thread.onmessage = ({ data }: MessageEvent<number>) => within.setAttribute('data-drawn', String(data === asked));
    redraw.current = () => {
      const { width, height } = within.getBoundingClientRect();
      if (width === 0 || height === 0) return;
      const room: Room = { width, height, ratio: devicePixelRatio };
      within.setAttribute('data-drawn', 'false');
      const toDraw: ToDraw = { ...(first ? { canvas: first } : {}), drawn: latest.current, room, turn: ++asked };
      thread.postMessage(toDraw, first ? [first] : []);
      first = undefined;
      canvas.style.cssText = `position: absolute; width: ${width}px; height: ${height}px`;
    };
    const watcher = new ResizeObserver(() => redraw.current());
    watcher.observe(within);
    return () => {
      watcher.disconnect();
      thread.terminate();
      canvas.remove();
    };
  }, []);

  useEffect(() => {
    latest.current = drawn;
    redraw.current();
  }, [drawn]);

  return (
    <div ref={sheet} role="img" aria-label={label} style={{ position: 'relative', width: '100%', height: '100%' }} />
  );
}
