import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { PartsAnswer } from '../../../contracts/parts.js';
import { boughtTwice, costsOf } from '../../../core/parts/costs.js';
import type { PartLine } from '../../../core/parts/line.js';
import { STATE_NAME } from '../../../contracts/wording/parts.js';
import { ask, sayError } from '../../app/api.js';
import { sayMoney } from '../../app/money.js';

/** What one engine has cost in parts and freight, and what of that was bought twice. */
export function Costs({ book, engineId }: { book: PartsAnswer; engineId: string }) {
  const [lines, setLines] = useState<PartLine[] | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  useEffect(() => {
    ask('GET /api/engines/:id/parts', { params: { id: engineId } })
      .then((answer) => setLines(answer.lines))
      .catch((error: unknown) => setFailure(sayError(error)));
    // What was done with a line changes what it cost.
  }, [engineId, book]);
  if (failure) return <p role="alert">{failure}</p>;
  if (!lines) return <p aria-busy="true" />;
  const { parts, freight, refunds, total, twice, unpriced } = costsOf(lines);
  const again = boughtTwice(lines);
  const say = (minor: number) => sayMoney(minor, book.currency);
  const rows: [string, string][] = [
    ['Parts', say(parts)],
    ['Freight', say(freight)],
    ...(refunds > 0 ? [['Came back', `− ${say(refunds)}`] satisfies [string, string]] : []),
    ['In all', say(total)],
  ];
  return (
    <section aria-label="What it cost">
      <dl className="part-costs">
        {rows.map(([name, money]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd className="figure">{money}</dd>
          </div>
        ))}
      </dl>
      {twice > 0 && (
        <p style={{ color: 'var(--flag)' }}>
          ▲ {say(twice)} of it was bought twice:{' '}
          {again.map(({ what, note }) => `${what}${note && ` (${note})`}`).join(', ')}.
        </p>
      )}
      {unpriced > 0 && (
        <p>
          Of {unpriced === 1 ? 'one line' : `${unpriced} lines`} nobody has said the price; the sums are without it.
        </p>
      )}
      <table className="measuring-table">
        <tbody>
          {lines.map((line) => (
            <tr key={line.id}>
              <th>{line.what}</th>
              <td>{line.places.join(' ')}</td>
              <td className="figure">{line.quantity + line.spares}</td>
              <td>{line.isFromShelf ? 'from the shelf' : ''}</td>
              <td>{STATE_NAME[line.state]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        <Link to={`/engines/${engineId}/geometry`}>To the engine</Link>
      </p>
    </section>
  );
}
