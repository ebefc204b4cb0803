import { renderToStaticMarkup } from 'react-dom/server';
import { AtThisPosition } from './AtThisPosition.js';
import type { ToChart } from './charts-of.js';

const here = { advance: 0, least: 2.4, atDeg: 8, radial: null };
const found = (limit: object | null) =>
  [{ place: '1I', kind: 'I', limit, across: { here, safe: { min: -12, max: 12 }, cutNeeded: 0 } }] as unknown as ToChart['shown']; // prettier-ignore
const shown = (limit: object | null) =>
  renderToStaticMarkup(<AtThisPosition found={found(limit)} camNow={0} unit="mm" />);

test('where the shop states no limit, none is said to be kept, and nothing is said to need no cutting', () => {
  expect(shown(null)).toContain('no limit');
  expect(shown(null)).not.toContain('nothing');
  expect(shown({ min: 2, uncertainty: 0.1 })).toContain('−12° to +12°');
});
