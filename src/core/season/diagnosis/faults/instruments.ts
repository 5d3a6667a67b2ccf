import { msg } from '../../../language';
import { spotsOf } from '../spots';
import { faultKind } from './kind';
import { partsOpen } from './parts';

export const gaugeLies = faultKind({
  kind: 'gauge-lies',
  name: msg`gauge reads wrong`,
  often: 4,
  words: {
    title: msg`A gauge reads wrong`,
    looksLike: msg`One gauge disagrees with all others and with the meter; with the water shut and the pressure off it does not go back to zero.`,
    mend: msg`Screw a second gauge on beside it. Replace it; a gauge that froze or took a blow is not worth mending.`,
  },
  size: (times, show) => msg`it shows ${show(times, 'share')} of what is there`,
  make: (farm) => {
    const spots = spotsOf(farm).filter((s) => s.kind === 'gauge' && s.fixed);
    return partsOpen(farm).flatMap(({ step: { part }, place }) =>
      part.role !== 'gauge' || !spots.some((s) => s.fixed === part.id)
        ? []
        : [LOW, HIGH].map((sizes) => ({
            id: `gauge-lies/${place}/${part.id}/${sizes === LOW ? 'low' : 'high'}`,
            site: { at: 'part' as const, place, part: part.id },
            sizes,
            change: (times: number) => ({
              network: farm.results.built.network,
              reads: (spot: { fixed?: string }, value: number) =>
                spot.fixed === part.id ? value * times : value,
            }),
          })),
    );
  },
});

const LOW = [0.4, 0.6, 0.75, 0.87];
const HIGH = [1.15, 1.3, 1.5, 1.8];

export const meterSlips = faultKind({
  kind: 'meter-slips',
  name: msg`meter slips`,
  often: 2,
  words: {
    title: msg`The meter counts too little`,
    looksLike: msg`Every pressure is right and cups fill as they should, yet the meter says that less flows.`,
    mend: msg`Time a bucket against it. Clean its inlet strainer; a worn meter is replaced.`,
  },
  size: (times, show) => msg`it counts ${show(times, 'share')} of what passes`,
  make: (farm) =>
    partsOpen(farm).flatMap(({ step: { part }, place }) =>
      part.role !== 'meter'
        ? []
        : [
            {
              id: `meter-slips/${place}/${part.id}`,
              site: { at: 'part' as const, place, part: part.id },
              sizes: [0.3, 0.5, 0.7, 0.85],
              change: (times: number) => ({
                network: farm.results.built.network,
                reads: (spot: { fixed?: string }, value: number) =>
                  spot.fixed === part.id ? value * times : value,
              }),
            },
          ],
    ),
});
