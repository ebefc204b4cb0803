import { CALCULATORS } from '../../contracts/calc.js';
import { asIssues } from '../../contracts/wording/impossible.js';
import { ImpossibleInput } from '../../core/impossible.js';
import { Failure } from '../failure.js';
import type { App } from './app-type.js';

/** `POST /api/calc/<name>`: the computations of core, for anyone, without signing in. */
export function calcRoutes(app: App): void {
  for (const { name, summary, input, output, compute } of CALCULATORS) {
    const schema = { summary, body: input, response: { 200: output } };
    app.post(`/api/calc/${name}`, { schema, config: { asks: 'anyone' } }, async (request) => {
      try {
        return compute(request.body);
      } catch (error) {
        if (error instanceof ImpossibleInput) throw new Failure('calc.impossible', asIssues(error.issues));
        throw error;
      }
    });
  }
}
