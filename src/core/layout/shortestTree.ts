import type { Point } from '../ground';

/**
 * The shortest lines that join all points, branching from point to point (a minimum spanning tree, Prim 1957).
 *
 * @param points the first is the root; work grows with their square
 * @returns for each other point its parent and itself, by place, each after its parent
 * @example shortestTree([[0, 0], [2, 0], [1, 0]]) // [[0, 2], [2, 1]]
 */
export function shortestTree(points: readonly Point[]): [parent: number, point: number][] {
  const nearest = points.map(() => 0);
  const squareM = points.map((p) => (p[0] - points[0][0]) ** 2 + (p[1] - points[0][1]) ** 2);
  const joined = points.map((_, i) => i === 0);
  const tree: [number, number][] = [];
  for (let n = 1; n < points.length; n++) {
    let next = -1;
    for (let i = 1; i < points.length; i++)
      if (!joined[i] && (next < 0 || squareM[i] < squareM[next])) next = i;
    joined[next] = true;
    tree.push([nearest[next], next]);
    for (let i = 1; i < points.length; i++) {
      if (joined[i]) continue;
      const square = (points[i][0] - points[next][0]) ** 2 + (points[i][1] - points[next][1]) ** 2;
      if (square < squareM[i]) {
        squareM[i] = square;
        nearest[i] = next;
      }
    }
  }
  return tree;
}
