import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { parentPort, workerData } from 'node:worker_threads';

/** What the client works with, and each of its tasks: so many single readings over so many connections at once. */
export interface BenchClientData {
  port: number;
  path: string;
  token: string;
  places: string[];
}
export interface BenchTask {
  readings: number;
  connections: number;
}

const { port, path, token, places } = workerData as BenchClientData;
const agent = new Agent({ keepAlive: true });
let turn = 0;

function postOne(): Promise<void> {
  const reading = {
    id: randomUUID(),
    measure: 'preload-turns',
    place: places[turn++ % places.length],
    entered: '0.5',
    unit: 'turn',
  };
  const text = JSON.stringify({ readings: [reading] });
  const headers = {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(text),
    authorization: `Bearer ${token}`,
  };
  return new Promise((resolve, reject) => {
    const asked = request({ agent, host: '127.0.0.1', port, path, method: 'POST', headers }, (answer) => {
      answer.resume();
      answer.on('end', () => (answer.statusCode === 200 ? resolve() : reject(new Error(String(answer.statusCode)))));
    });
    asked.on('error', reject);
    asked.end(text);
  });
}

/** In a thread of its own, as browsers are on machines of their own. Answers each task with readings a second. */
parentPort!.on('message', async ({ readings, connections }: BenchTask) => {
  let left = readings;
  const start = performance.now();
  const bench = async () => {
    while (left-- > 0) await postOne();
  };
  await Promise.all(Array.from({ length: connections }, bench));
  parentPort!.postMessage((readings * 1000) / (performance.now() - start));
});
