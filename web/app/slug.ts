/**
 * What a name is called by in addresses and files: small letters, digits and hyphens, a letter first.
 *
 * @example slugOf('Pétrel H8, street', 40) // 'petrel-h8-street'
 */
export const slugOf = (name: string, longest: number): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+/, '')
    .slice(0, longest)
    .replace(/-+$/, '');
