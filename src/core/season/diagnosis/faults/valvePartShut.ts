import { msg } from '../../../language';
import { isTimed, type Role } from '../../../catalog/headParts';
import { faultKind } from './kind';
import { losingMore } from './parts';

const opens = (role: Role): boolean => role === 'ball-valve' || role === 'gate-valve' || isTimed(role);

export const valvePartShut = faultKind({
  kind: 'valve-part-shut',
  name: msg`valve not fully open`,
  often: 10,
  words: {
    title: msg`A valve is not fully open`,
    looksLike: msg`The pressure before the valve is as it should be or higher; after it, it is low. The handle of a hand valve is not in line with the pipe; an electric one hums, or its bleed screw weeps.`,
    mend: msg`Open a hand valve all the way, slowly. On an electric or timed valve close the bleed screw, check its battery, and with the water shut clean grit from under the diaphragm.`,
  },
  size: (kpa, show) => msg`it takes ${show(kpa, 'pressure')} more than when it is open, at the planned flow`,
  make: (farm) => losingMore(farm, 'valve-part-shut', opens),
});
