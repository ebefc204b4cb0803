import { openShops } from './test-shop.js';
import { pinsWaiting } from './services/pins.js';

/** What waits in queues of the server in this process, a line each, for what is said of a test file that hangs. */
export function waits(): string[] {
  const shops = openShops().map(({ url, context }) => {
    const { shop, strangers } = context.workers.waiting();
    return `shop ${url}: ${context.audit.waiting()} writes, ${shop} tasks of its own and ${strangers} of strangers`;
  });
  return [...shops, ...(pinsWaiting() > 0 ? [`${pinsWaiting()} PINs to be hashed`] : [])];
}
