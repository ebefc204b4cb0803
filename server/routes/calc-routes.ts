import { CALCULATORS } from '../../contracts/calc.js';
import { Failure } from '../failure.js';
import type { Context } from '../services/context.js';
import type { App } from './app-type.js';

const RATE = { max: 600, timeWindow: '1 minute' };

/**
 * `POST /api/calc/<name>`: the computations of core, for anyone, without signing in. They are done beside the main
 * thread: what takes one of them long makes nobody else wait.
 */
export function calcRoutes(app: App, { workers }: Context): void {
  for (const { name, summary, input, output } of CALCULATORS) {
    const schema = { summary, body: input, response: { 200: output } };
    app.post(`/api/calc/${name}`, { schema, config: { asks: 'anyone', rateLimit: RATE } }, async (request) => {
      const outcome = await workers.run('strangers', 'calculate', { name, input: request.body });
      if (!outcome.ok) throw new Failure('calc.impossible', outcome.issues);
      return outcome.value;
    });
  }
}
