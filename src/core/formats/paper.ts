/** Papers, mm, the longer side first. */
export const PAPERS = {
  A4: [297, 210],
  A3: [420, 297],
  Letter: [279.4, 215.9],
  Tabloid: [431.8, 279.4],
} as const;
export type PaperName = keyof typeof PAPERS;

/** Scales that scale rulers bear. */
export const SCALES = [
  50, 75, 100, 125, 200, 250, 300, 400, 500, 600, 750, 1000, 1250, 1500, 2000, 2500, 5000,
] as const;
