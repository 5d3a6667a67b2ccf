import type { Table } from '../table';
import words from './start.json';

/**
 * Spanish in a grower's words, understood on both sides of the ocean; beds are “camas”, sets “turnos”, headers “secundarias”.
 * Here is what the start page says: it opens before the rest is loaded.
 */
export const table: Table = {
  locale: 'es',
  words,
  finish: (text) =>
    text
      .replace(/\b([Dd])e el (?=[\p{Ll}\d])/gu, '$1el ')
      .replace(/(?<!\p{L})([Aa]) el (?=[\p{Ll}\d])/gu, '$1l '),
};
