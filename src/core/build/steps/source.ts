import { isBranch } from '../../catalog/headParts';
import { trenchesOf } from '../extras';
import { HEAD_PLACE, mainPlace } from '../use';
import { habits, type StepMaker } from './stepMaker';
import { CAUTIONS, HOURS, LOCATE, TOOLS } from './tables';

/** Locating, the tank, trenches, and the head. */
export function sourceSteps({ plan, layout, shown, step, leadsTo, joints, used }: StepMaker): void {
  const trenches = trenchesOf(plan, layout);
  if (trenches.length > 0)
    step('locate', 'Have buried services located', 1, HEAD_PLACE, {
      does: [
        'Mark where the trenches will go, and have everything that lies under them located before the first cut.',
      ],
      check: 'Each service is marked on the ground.',
      cautions: [LOCATE],
      tools: [TOOLS.string, 'marking paint'],
    });
  const { source } = layout;
  if (source.kind === 'tank' && used(HEAD_PLACE, 'tank', 'stand') > 0)
    step('stand', 'Set up the stand', HOURS.stand * source.count, HEAD_PLACE, {
      does: [
        `The stand bears ${shown(source.volumeL, 'volume')} in each tank, a kilogram for each litre, on level footing that cannot sink.`,
        'Tie the tank so that wind cannot move it while it is empty.',
      ],
      mistakes: ['Loose blocks sink on one side as soon as the tank is full.'],
      check: 'A level lies true both ways, and again when the tank is half full.',
      cautions: [CAUTIONS.stand],
      helper: true,
      tools: ['level', 'spade'],
    });
  if (source.kind === 'tank')
    step('outlet', 'Put the outlet, screen and overflow on the tank', 1.5 * source.count, HEAD_PLACE, {
      does: [
        'Cut the outlet’s hole a finger’s breadth over the bottom, so that mud stays behind; washers on both sides of the wall.',
        'Lead the overflow away from the stand’s feet.',
      ],
      mistakes: ['A hole too near a rib or seam never seals.'],
      check: 'Filled to over the outlet, it stays dry for an hour.',
      tools: ['hole saw of the outlet’s size', TOOLS.wrench],
    });
  for (const t of trenches)
    step(`trench/${t.to}`, `Dig the trench to ${leadsTo(t.to)}`, HOURS.trenchM * t.lengthM, mainPlace(t.to), {
      does: [
        `${shown(t.lengthM, 'length')} long and ${shown(t.depthM, 'height')} deep (${t.because === 'frost' ? 'below the frost' : t.because === 'lane' ? 'under a lane' : 'your cover'}); string line first.`,
        `About ${shown(t.spoilM3 * 1000, 'volume')} of soil comes out; lay it on one side, turf on the other.`,
      ],
      mistakes: ['Dug by eye a trench wanders, and the pipe is too short at its end.'],
      check: 'A stick with the depth marked stands at the mark all along, and no stone lies on the bottom.',
      cautions: [LOCATE, CAUTIONS.trench],
      dry: true,
      tools: [TOOLS.string, TOOLS.spade, 'depth stick'],
    });

  const head = joints(HEAD_PLACE);
  const parts = plan.head.filter((p) => p.role !== 'adaptor');
  if (parts.length + head.count > 0)
    step('head', 'Put the head together', HOURS.part * parts.length + HOURS.joint * head.count, HEAD_PLACE, {
      does: [
        `Lay the parts out on a board in the order of the water: ${parts.map((p) => p.name).join(' · ') || 'the pipe goes straight onto the outlet'}.`,
        'Every arrow points away from the source. Keep ends clean: a crumb of soil in the regulator is a fault for the season.',
      ],
      mistakes: [
        ...habits(head),
        ...(parts.some((p) => isBranch(p.role))
          ? ['A gauge that hangs down fills with dirt: its tee looks up.']
          : []),
      ],
      check:
        'Turned on with the far end shut, no joint drips, and the gauges read what the plan says when shut.',
      cautions: [
        ...(source.kind === 'tap' || parts.some((p) => p.role === 'backflow') ? [CAUTIONS.backflow] : []),
        ...(source.kind === 'well' || source.kind === 'pump' || source.booster.kind !== 'none'
          ? [CAUTIONS.electric]
          : []),
      ],
      tools: [TOOLS.wrench, ...(head.clamped ? [TOOLS.driver] : []), ...(head.taped ? ['thread tape'] : [])],
      dry: head.glued > 0,
    });
}
