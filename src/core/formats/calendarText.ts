/** Letters, digits and hyphens only, so that an id is the same in every program. */
export const idText = (id: string): string =>
  id.replace(/[^\w-]/g, (c) => `x${c.charCodeAt(0).toString(16)}`);

/** A line of a calendar holds no more octets (RFC 5545, 3.1). */
const MOST_OCTETS = 75;

/** Lines folded by octets and between letters: the package folds by letters, of which one may take four octets. */
export function folded(text: string): string {
  const encoder = new TextEncoder();
  return text
    .replace(/\r?\n[ \t]/g, '')
    .split(/\r?\n/)
    .map((line) => {
      let out = '';
      let octets = 0;
      for (const letter of line) {
        const size = encoder.encode(letter).length;
        if (octets + size > MOST_OCTETS) {
          out += '\r\n ';
          octets = 1;
        }
        out += letter;
        octets += size;
      }
      return out;
    })
    .join('\r\n');
}
