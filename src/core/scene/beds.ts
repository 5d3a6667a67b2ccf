import { onlyBeds, type BlockLayout, type LaidBed } from '../layout';
import { boxLine, lineOf, type Figure, type Layer, type Line, type Role } from './figures';

/**
 * A block's outline and beds, those of one colour together.
 * @param beds which are drawn: those that are not plants at places, if not given
 */
export function bedsLayer(
  layout: BlockLayout,
  tintOf: (bed: LaidBed) => string | undefined,
  beds: readonly LaidBed[] = onlyBeds(layout),
): Layer {
  const { block, frame, outline } = layout;
  const alike = new Map<string, { role: Role; tint: string | undefined; lines: Line[] }>();
  for (const bed of beds) {
    const tint = tintOf(bed);
    const role: Role = !block.inUse ? 'shut-bed' : bed.resting ? 'resting-bed' : 'bed';
    const key = `${role} ${tint ?? ''}`;
    let list = alike.get(key);
    if (!list) alike.set(key, (list = { role, tint, lines: [] }));
    list.lines.push(boxLine(bed.leftM, bed.nearM, bed.widthM, bed.lengthM));
  }
  const wideM = block.beds.widthM + block.beds.pathM;
  const figures: Figure[] = outline
    ? [{ role: block.tunnel ? 'tunnel' : 'outline', lines: [lineOf(outline)] }]
    : [];
  for (const { role, tint, lines } of alike.values())
    figures.push({ role, lines, wideM, ...(tint !== undefined && { tint }) });
  return { key: `beds ${block.id}`, frame, figures };
}
