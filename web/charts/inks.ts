/** What a chart is painted with. */
export interface Inks extends Record<'I' | 'E' | 'flag' | 'steel' | 'hairline' | 'band', string> {
  /** Which of the two sheets they are for. */
  shade: string | null;
}

/** A figure of an axis; a plain text, since the browser's own formatter takes longer than all the rest of a chart. */
export const sayTick = (value: number | string): string =>
  String(Number(Number(value).toPrecision(4))).replace('-', '−');

/** An axis in the type of the house. */
export const axis = (text: string, inks: Inks) => ({
  title: { display: text !== '', text, color: inks.steel, font: { family: 'Barlow Semi Condensed', size: 15 } },
  ticks: { color: inks.steel, font: { family: 'IBM Plex Mono', size: 13 }, callback: sayTick },
  grid: { color: inks.hairline },
});
