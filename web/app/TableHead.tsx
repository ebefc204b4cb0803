/** The heads of a table's columns; one that the eye needs not is named for the ear alone. */
export function TableHead({ heads }: { heads: (string | { unseen: string })[] }) {
  return (
    <thead>
      <tr>
        {heads.map((head) =>
          typeof head === 'string' ? (
            <th key={head} scope="col">
              {head}
            </th>
          ) : (
            <th key={head.unseen} scope="col">
              <span className="sr-only">{head.unseen}</span>
            </th>
          ),
        )}
      </tr>
    </thead>
  );
}
