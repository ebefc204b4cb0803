import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';

/** A day as it is spoken. @example sayDay('2026-12-02') // '2 Dec' */
export const sayDay = (on: string): string => format(parseISO(on), 'd MMM');

/** A day with its year. @example sayWholeDay('2026-12-05') // '5 Dec 2026' */
export const sayWholeDay = (on: string): string => format(parseISO(on), 'd MMM yyyy');
