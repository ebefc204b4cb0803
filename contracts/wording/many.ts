/** So many of something. @param more several of it */
export const many = (count: number, one: string, more: string): string =>
  count === 1 ? `one ${one}` : `${count} ${more}`;
