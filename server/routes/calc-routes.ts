import { CALCULATORS } from '../../contracts/calc.js';
import { asIssues } from '../../contracts/engine.js';
import { ImpossibleInput } from '../../core/impossible.js';
import { Failure } from '../failure.js';
import type { App } from './app-type.js';

/** `POST /api/calc/<name>`: the computations of core, for anyone, without signing in. */
export function calcRoutes(app: App): void {
  for (const { name, summary, input, output, compute } of CALCULATORS) {
    app.post(`/api/calc/${name}`, { schema: { summary, body: input, response: { 200: output } } }, async (request) => {
      try {
        return compute(request.body);
      } catch (error) {
        if (error instanceof ImpossibleInput) throw new Failure('calc.impossible', asIssues(error.issues));
        throw error;
      }
    });
  }
}
