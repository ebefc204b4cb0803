/**
 * Items gathered by a key of theirs: the groups, and the items in each, in the order in which they come.
 *
 * @example groupBy([3, 4, 5], (item) => item % 2).get(1) // [3, 5]
 */
export function groupBy<Item, Key>(items: readonly Item[], keyOf: (item: Item) => Key): Map<Key, Item[]> {
  const groups = new Map<Key, Item[]>();
  for (const item of items) {
    const known = groups.get(keyOf(item));
    if (known) known.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return groups;
}
