import { finding, type Check } from '../types';

/** What is open now asks for more than the source can give at the pressure that takes. */
export const flowShort: Check = (_plan, { demand, rest }) =>
  demand.askedLph <= demand.availableLph
    ? []
    : [
        finding(
          'flow-short',
          'stop',
          { kind: 'source' },
          {
            measured: demand.askedLph,
            limit: demand.availableLph,
            kind: 'flow',
            values: {
              short: demand.askedLph - demand.availableLph,
              neededKpa: demand.neededKpa,
              shutKpa: rest.sourceKpa,
            },
          },
        ),
      ];
