import { msg } from '../../../language';
import { withLink } from '../alter';
import { faultKind } from './kind';
import { partsOpen } from './parts';

export const regulatorOpen = faultKind({
  kind: 'regulator-open',
  name: msg`regulator stuck open`,
  often: 4,
  words: {
    title: msg`The regulator is stuck open`,
    looksLike: msg`Behind the regulator the gauge follows the pressure before it instead of its setting. Fittings weep or pop, tape swells, emitters squirt.`,
    mend: msg`Shut the water at once: the tape may burst. Take the regulator out and rinse it against the flow; if it does not hold then, replace it. Check its gasket, and that its arrow points the right way.`,
  },
  size: () => msg`it no longer holds the pressure down`,
  make: (farm) =>
    partsOpen(farm).flatMap(({ step: { link, part }, place }) =>
      link?.kind !== 'regulator'
        ? []
        : {
            id: `regulator-open/${place}/${part.id}`,
            site: { at: 'part', place, part: part.id },
            sizes: [1],
            change: () => ({
              network: withLink(
                farm.results.built.network,
                link,
                ({ from, to, fixedKpa, lossKpa, atLph, exponent }) => ({
                  kind: 'loss',
                  from,
                  to,
                  fixedKpa,
                  lossKpa,
                  atLph,
                  exponent,
                }),
              ),
            }),
          },
    ),
});

/** What a regulator that holds too low still lets through of its setting, from hardly less to almost nothing. */
const LOWER_BY = [0.1, 0.2, 0.35, 0.5, 0.7, 0.85];

export const regulatorLow = faultKind({
  kind: 'regulator-low',
  name: msg`regulator holds too low`,
  often: 4,
  words: {
    title: msg`The regulator holds too low a pressure`,
    looksLike: msg`The pressure before the regulator is as it should be; after it, it stays under its setting whatever the flow.`,
    mend: msg`Shut the water, take the regulator out, rinse grit from its spring side and seat. If its label says another pressure than the plan, it is the wrong one: fit the right one.`,
  },
  size: (share, show) => msg`it holds ${show(share, 'share')} less than its setting`,
  make: (farm) =>
    partsOpen(farm).flatMap(({ step: { link, part }, place }) =>
      link?.kind !== 'regulator'
        ? []
        : {
            id: `regulator-low/${place}/${part.id}`,
            site: { at: 'part', place, part: part.id },
            sizes: LOWER_BY,
            change: (share) => ({
              network: withLink(farm.results.built.network, link, (l) => ({
                ...l,
                setKpa: l.setKpa * (1 - share),
              })),
            }),
          },
    ),
});
