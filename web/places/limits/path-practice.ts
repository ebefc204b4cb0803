import type { PathPractice } from '../../../core/plan/practice.js';
import { typedNumber } from '../../app/typed-number.js';

/** How a shop walks the path, as it is typed: gates as they are picked, else a line for each row; empty for what goes by general practice. */
export interface PathForm {
  /** The gates for which the shop itself says what they ask. */
  gates: { gate: string; asks: string[] }[];
  /** `mark-width before preload-turns, 2: why` */
  orders: string;
  /** `setting: The bar of bench two has no stop.` */
  cautions: string;
  /** `mock-up: clay; checking springs` */
  bench: string;
  /** `setting 90` */
  minutes: string;
  told: string;
}

export const pathForm = ({
  gates = [],
  orders = [],
  cautions = [],
  bench = [],
  minutes = [],
  told = '',
}: PathPractice = {}): PathForm => ({
  gates,
  orders: orders.map(({ first, before, upTo, why }) => `${first} before ${before}, ${upTo}: ${why}`).join('\n'),
  cautions: cautions.map(({ stage, says }) => `${stage}: ${says}`).join('\n'),
  bench: bench.map(({ stage, items }) => `${stage}: ${items.join('; ')}`).join('\n'),
  minutes: minutes.map(({ of, minutes: many }) => `${of} ${many}`).join('\n'),
  told,
});

const lines = (text: string) => text.split('\n').map((line) => line.trim()).filter((line) => line !== ''); // prettier-ignore
const parts = (text: string) => text.split(';').map((part) => part.trim()).filter((part) => part !== ''); // prettier-ignore
/** A line at its first colon; one without is refused as what it is. */
const atColon = (line: string): [string, string] => {
  const [name] = line.split(':');
  return [name.trim(), line.slice(name.length + 1).trim()];
};

/** Gates as an older version kept them: a line each. */
export const gatesOfText = (text: string): PathForm['gates'] =>
  lines(text).map((line) => {
    const [gate, asks] = atColon(line);
    return { gate, asks: parts(asks) };
  });

function orderOf(line: string): object {
  const [, first, before, upTo, why] = /^(.+?) before (.+?), (\d+): (.+)$/.exec(line) ?? [];
  return first === undefined
    ? { first: line, before: '', upTo: 0, why: '' }
    : { first, before, upTo: Number(upTo), why };
}

/** What is sent of it; nothing where nothing is said. */
export function pathOf({ gates, orders, cautions, bench, minutes, told }: PathForm): { path?: object } {
  const rows = {
    gates,
    orders: lines(orders).map(orderOf),
    cautions: lines(cautions).map((line) => {
      const [stage, says] = atColon(line);
      return { stage, says };
    }),
    bench: lines(bench).map((line) => {
      const [stage, items] = atColon(line);
      return { stage, items: parts(items) };
    }),
    minutes: lines(minutes).map((line) => {
      const [, of = line, many] = /^(.*\S)\s+(\S+)$/.exec(line) ?? [];
      return { of, minutes: many === undefined ? undefined : typedNumber(many) };
    }),
  };
  const said = Object.fromEntries(Object.entries(rows).filter(([, of]) => of.length > 0));
  const path = { ...said, ...(told.trim() === '' ? {} : { told: told.trim() }) };
  return Object.keys(path).length > 0 ? { path } : {};
}
