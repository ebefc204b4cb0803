import type { PartsAnswer } from '../../../contracts/parts.js';
import type { Unit } from '../../../core/units/units.js';
import { setsOf } from '../../../core/sheet/engine-lengths.js';
import { sayMoney } from '../../app/money.js';
import { rodsFor } from './available.js';
import type { LengthNeed } from '../../../core/sheet/length-needs.js';
import { KIND_NAME, sayLength } from './words.js';

interface Props {
  needs: LengthNeed[];
  book: PartsAnswer | null;
  unit: Unit;
  /** Whether the shop means to buy one set for all. */
  isOneSet: boolean;
}

/** One set of rods for all valves against one length for each kind: what the difference costs and what it brings. */
export function OneOrEach({ needs, book, unit, isOneSet }: Props) {
  const rods = needs.flatMap(({ required }) => rodsFor(book, required).filter(({ from }) => from !== 'cut'));
  const sets = setsOf(
    needs,
    rods.map(({ length }) => length),
  );
  if (!sets) return null;
  const { each, one, gained } = sets;
  const priceAt = (length: number) => {
    const prices = rods.flatMap(({ item, length: its, from }) => (Math.abs(its - length) < 1e-6 && from !== 'shelf' ? (item.priceEach ?? []) : [])); // prettier-ignore
    return prices.length === 0 ? null : Math.min(...prices);
  };
  const currency = book?.currency ?? null;
  const cost = (parts: { length: number; count: number }[]) =>
    parts.some(({ length }) => priceAt(length) === null)
      ? null
      : parts.reduce((sum, { length, count }) => sum + priceAt(length)! * count, 0);
  const count = (index: number) => needs[index].places.length;
  const ofEach = each.every((choice) => choice !== null) ? each : null;
  const eachCost = ofEach && cost(ofEach.map(({ length }, index) => ({ length, count: count(index) })));
  const oneCost = one && cost(needs.map(({ places }) => ({ length: one.length, count: places.length })));
  const title = (name: string) => (name === 'I' || name === 'E' ? KIND_NAME[name] : name);
  return (
    <section aria-label="One set or a length for each" className="one-or-each">
      <h3>One set, or a length for each</h3>
      <p>
        {one
          ? `One set of ${sayLength(one.length, unit)} leaves ${sayLength(one.margin, unit)} where it is least${oneCost === null ? '' : `, for ${sayMoney(oneCost, currency)}`}.`
          : 'No single length that can be had lies within the window of all.'}{' '}
        {ofEach
          ? `${ofEach.map(({ name, length }) => `${title(name)} ${sayLength(length, unit)}`).join(', ')}: at least ${sayLength(Math.min(...ofEach.map(({ margin }) => margin)), unit)}${eachCost === null ? '' : `, for ${sayMoney(eachCost, currency)}`}.`
          : 'A length for each does not lie within every window either.'}
        {gained !== null &&
          gained > 0 &&
          ` A length for each brings ${sayLength(gained, unit)} of margin${eachCost !== null && oneCost !== null ? ` and costs ${sayMoney(eachCost - oneCost, currency)} more` : ''}.`}
        {isOneSet && ' The shop means to buy one set (Pushrods).'}
      </p>
    </section>
  );
}
