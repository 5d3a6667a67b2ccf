/** A file's name of a plan: what file systems do not like is left out. */
export const fileName = (plan: string, end: string): string =>
  `${
    plan
      .replace(/[^\p{L}\p{N} _-]/gu, '')
      .trim()
      .replace(/\s+/g, '-')
      .toLowerCase() || 'plan'
  }-${end}`;
