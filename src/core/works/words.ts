import type { Line } from './shop';

/** What is bought of a line: “3”, “2 × 100 m + 1 × 25 m”; nothing where nothing is. */
export const boughtText = ({ bought }: Pick<Line, 'bought'>, amount: (held: number) => string): string =>
  bought.map(({ holds, count }) => (holds === 1 ? `${count}` : `${count} × ${amount(holds)}`)).join(' + ');
