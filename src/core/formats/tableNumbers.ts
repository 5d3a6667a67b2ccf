/** Signs and short names of money that may stand beside a number. */
const MONEY = /[€$£¥₹₽₺₴₦₱₩₫₪]|\b(?:[A-Z]{3}|kr|zł|Kč|Ft|lei|R)\b\.?/gu;

/** The money that stands beside a number, as it is written; nothing where none does. */
export const moneyIn = (text: string): string | undefined => text.match(MONEY)?.[0];

/**
 * A number as tables hold it: with spaces or signs of money about it, and with a decimal comma or point.
 * @param commas the table parts its columns otherwise than by commas, so that a lone comma is a decimal one
 * @returns nothing where it is none
 */
export function tableNumber(text: string, commas: boolean): number | undefined {
  let s = text.replace(MONEY, '').replace(/[\s'’\u00a0\u202f]/g, '');
  if (!/^[-−+]?[\d.,]+$/.test(s) || !/\d/.test(s)) return undefined;
  s = s.replace('−', '-');
  const [comma, point] = [s.lastIndexOf(','), s.lastIndexOf('.')];
  if (comma >= 0 && point >= 0) {
    const decimal = comma > point ? ',' : '.';
    s = s
      .split(decimal === ',' ? '.' : ',')
      .join('')
      .replace(decimal, '.');
  } else if (comma >= 0) {
    const grouped = /^[-+]?\d{1,3}(,\d{3})+$/.test(s) && !(commas && s.split(',').length === 2);
    s = grouped ? s.split(',').join('') : s.replace(',', '.');
  } else if (s.split('.').length > 2) s = s.split('.').join('');
  const value = Number(s);
  return Number.isFinite(value) ? value : undefined;
}
