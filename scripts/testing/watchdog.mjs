/** What is said of a test file that does not end: where it stands, and what keeps it. */
import process from 'node:process';
import { clearTimeout, setTimeout } from 'node:timers';

/**
 * How long a file may stand at one test or hook, ms: many times what the longest takes. Each begins it anew, so that a
 * file of many tests on a machine that does much else is no hang. The watchdog's own test sets less.
 */
export const STEP_AT_MOST = Number(process.env.UTEX_TEST_STEP_MS ?? 60_000);
/** How long a file may take in all. */
export const FILE_AT_MOST = 5 * STEP_AT_MOST;

/**
 * `passed` fails with what `fail` throws once a step or the whole has taken too long; it never succeeds. The timer keeps
 * the process: of a promise that nobody keeps nothing else may be left that would.
 *
 * @param more ms that either is given besides
 */
export function watch(fail, more = 0) {
  const ends = Date.now() + FILE_AT_MOST;
  let reject;
  let timer;
  const passed = new Promise((_, rejects) => (reject = rejects));
  const step = () => {
    clearTimeout(timer);
    timer = setTimeout(
      () => {
        try {
          fail();
        } catch (error) {
          reject(error);
        }
      },
      Math.min(STEP_AT_MOST, ends - Date.now()) + more,
    );
  };
  step();
  return { passed, step, stop: () => clearTimeout(timer) };
}

const addressOf = ({ address, port }) => (address ? `${address}:${port}` : 'nowhere');

/** One open handle of Node's in words. */
function describeHandle(handle) {
  const kind = handle.constructor.name;
  if (typeof handle.spawnfile === 'string') return `${kind}: process ${handle.pid}, ${handle.spawnargs.join(' ')}`;
  if (handle.listening) return `${kind}: listens at ${JSON.stringify(handle.address())}`;
  if (handle.remotePort)
    return `${kind}: ${addressOf({ address: handle.localAddress, port: handle.localPort })} to ${handle.remotePort}`;
  return handle.fd === undefined ? kind : `${kind}: file ${handle.fd}`;
}

/** What keeps this process: timers, files and the like by their kinds, then its handles one by one. */
export function openHandles() {
  const kinds = process.getActiveResourcesInfo();
  const counted = [...new Set(kinds)].map((kind) => `${kinds.filter((one) => one === kind).length} ${kind}`);
  return [counted.join(', ') || 'nothing', ...process._getActiveHandles().map(describeHandle)];
}

/**
 * @param place what was under way: loading, a hook, a test
 * @param queued what waits in queues of ours, a line each
 */
export function sayHung(path, place, queued) {
  const list = (lines) => lines.map((line) => `\n    ${line}`).join('');
  return `${path} stood still for ${STEP_AT_MOST / 1000} s, or took longer than ${FILE_AT_MOST / 1000} s.
  Under way: ${place}
  Open:${list(openHandles())}
  Queued:${list(queued.length > 0 ? queued : ['nothing'])}`;
}
