import { msg } from '../language';
import { byId } from './byId';

/**
 * Crops as they are painted across beds, by kind.
 *
 * - `plantM`: distance of plants in the row; `wets`: what is to be wetted, the whole bed, its rows or a single row (market
 *   gardeners' usual spacings); `closes`: it sprawls, and closes over the paths when full grown.
 * - `kc`, `kcb`: single and basal coefficients at first, full grown and at the end (FAO 56, tables 12 and 17).
 * - `days`: at first, growing, full grown, ripening (its table 11; garlic, parsnips, turnips, mint, strawberries and clover
 *   are not in it: a market garden's usual ones, assumed). They differ by place and sowing, and are for a grower to set.
 * - `rootM`, `useShare`: depth of roots and share of the held water that may be used (table 22; of two depths the lesser,
 *   as drip keeps roots shallow); `heightM` (table 12).
 * - `maxSaltDsM`: salt in the soil's water at which it yields nothing, dS/m (FAO 29, table 4), where that is known.
 *
 * Kale, kohlrabi and pak choi are taken as cabbage; mixed sowings as carrots, flowers as mint.
 */
// A table, a crop to a line.
// prettier-ignore
export const CROPS = [
  { id: 'salad', name: msg`lettuce and salad`, group: 'leaves', plantM: 0.25, wets: 'whole', closes: false, kc: [0.7, 1, 0.95], kcb: [0.15, 0.9, 0.9], days: [20, 30, 15, 10], rootM: 0.3, useShare: 0.3, heightM: 0.3, maxSaltDsM: 9 },
  { id: 'spinach', name: msg`spinach`, group: 'leaves', plantM: 0.1, wets: 'whole', closes: false, kc: [0.7, 1, 0.95], kcb: [0.15, 0.9, 0.85], days: [20, 20, 20, 5], rootM: 0.3, useShare: 0.2, heightM: 0.3, maxSaltDsM: 15 },
  { id: 'celery', name: msg`celery`, group: 'leaves', plantM: 0.3, wets: 'rows', closes: false, kc: [0.7, 1.05, 1], kcb: [0.15, 0.95, 0.9], days: [25, 40, 45, 15], rootM: 0.3, useShare: 0.2, heightM: 0.6, maxSaltDsM: 18 },
  { id: 'mint', name: msg`mint`, group: 'leaves', plantM: 0.3, wets: 'rows', closes: false, kc: [0.6, 1.15, 1.1], kcb: [0.4, 1.1, 1.05], days: [20, 30, 60, 20], rootM: 0.4, useShare: 0.4, heightM: 0.8 },
  { id: 'brassicas', name: msg`cabbages`, group: msg`cabbage family`, plantM: 0.45, wets: 'rows', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [40, 60, 50, 15], rootM: 0.5, useShare: 0.45, heightM: 0.4, maxSaltDsM: 12 },
  { id: 'broccoli', name: msg`broccoli`, group: msg`cabbage family`, plantM: 0.45, wets: 'rows', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [35, 45, 40, 15], rootM: 0.4, useShare: 0.45, heightM: 0.3, maxSaltDsM: 13.5 },
  { id: 'cauliflower', name: msg`cauliflower`, group: msg`cabbage family`, plantM: 0.5, wets: 'rows', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [35, 50, 40, 15], rootM: 0.4, useShare: 0.45, heightM: 0.4 },
  { id: 'brussels-sprouts', name: msg`Brussels sprouts`, group: msg`cabbage family`, plantM: 0.6, wets: 'rows', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [30, 35, 90, 40], rootM: 0.4, useShare: 0.45, heightM: 0.4 },
  { id: 'kale', name: msg`kale`, group: msg`cabbage family`, plantM: 0.45, wets: 'rows', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [25, 35, 25, 10], rootM: 0.4, useShare: 0.45, heightM: 0.4 },
  { id: 'kohlrabi', name: msg`kohlrabi`, group: msg`cabbage family`, plantM: 0.25, wets: 'rows', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [20, 30, 20, 10], rootM: 0.4, useShare: 0.45, heightM: 0.3 },
  { id: 'pak-choi', name: msg`pak choi`, group: msg`cabbage family`, plantM: 0.2, wets: 'rows', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [20, 30, 20, 10], rootM: 0.4, useShare: 0.45, heightM: 0.3 },
  { id: 'sowings', name: msg`mixed roots and sowings`, group: 'roots', plantM: 0.05, wets: 'whole', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [30, 40, 60, 20], rootM: 0.5, useShare: 0.35, heightM: 0.3, maxSaltDsM: 8.1 },
  { id: 'carrots', name: msg`carrots`, group: 'roots', plantM: 0.05, wets: 'whole', closes: false, kc: [0.7, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [30, 40, 60, 20], rootM: 0.5, useShare: 0.35, heightM: 0.3, maxSaltDsM: 8.1 },
  { id: 'beetroot', name: msg`beetroot`, group: 'roots', plantM: 0.1, wets: 'whole', closes: false, kc: [0.5, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [15, 25, 20, 10], rootM: 0.6, useShare: 0.5, heightM: 0.4, maxSaltDsM: 15 },
  { id: 'parsnips', name: msg`parsnips`, group: 'roots', plantM: 0.1, wets: 'whole', closes: false, kc: [0.5, 1.05, 0.95], kcb: [0.15, 0.95, 0.85], days: [30, 40, 60, 20], rootM: 0.5, useShare: 0.4, heightM: 0.4 },
  { id: 'radishes', name: msg`radishes`, group: 'roots', plantM: 0.04, wets: 'whole', closes: false, kc: [0.7, 0.9, 0.85], kcb: [0.15, 0.85, 0.75], days: [5, 10, 15, 5], rootM: 0.3, useShare: 0.3, heightM: 0.3, maxSaltDsM: 8.9 },
  { id: 'turnips', name: msg`turnips and swedes`, group: 'roots', plantM: 0.15, wets: 'rows', closes: false, kc: [0.5, 1.1, 0.95], kcb: [0.15, 1, 0.85], days: [20, 30, 40, 15], rootM: 0.5, useShare: 0.5, heightM: 0.6, maxSaltDsM: 12 },
  { id: 'potatoes', name: msg`potatoes`, group: 'roots', plantM: 0.35, wets: 'rows', closes: false, kc: [0.5, 1.15, 0.75], kcb: [0.15, 1.1, 0.65], days: [30, 35, 50, 30], rootM: 0.4, useShare: 0.35, heightM: 0.6, maxSaltDsM: 10 },
  { id: 'sweet-potatoes', name: msg`sweet potatoes`, group: 'roots', plantM: 0.35, wets: 'rows', closes: true, kc: [0.5, 1.15, 0.65], kcb: [0.15, 1.1, 0.55], days: [20, 30, 60, 40], rootM: 1, useShare: 0.65, heightM: 0.4, maxSaltDsM: 10.5 },
  { id: 'onions', name: msg`onions and leeks`, group: msg`onion family`, plantM: 0.15, wets: 'rows', closes: false, kc: [0.7, 1.05, 0.75], kcb: [0.15, 0.95, 0.65], days: [15, 25, 70, 40], rootM: 0.3, useShare: 0.3, heightM: 0.4, maxSaltDsM: 7.4 },
  { id: 'green-onions', name: msg`spring onions`, group: msg`onion family`, plantM: 0.05, wets: 'rows', closes: false, kc: [0.7, 1, 1], kcb: [0.15, 0.9, 0.9], days: [25, 30, 10, 5], rootM: 0.3, useShare: 0.3, heightM: 0.3, maxSaltDsM: 7.4 },
  { id: 'garlic', name: msg`garlic`, group: msg`onion family`, plantM: 0.15, wets: 'rows', closes: false, kc: [0.7, 1, 0.7], kcb: [0.15, 0.9, 0.6], days: [30, 50, 60, 30], rootM: 0.3, useShare: 0.3, heightM: 0.3 },
  { id: 'tomatoes', name: msg`tomatoes`, group: 'fruit', plantM: 0.5, wets: 'single', closes: false, kc: [0.6, 1.15, 0.8], kcb: [0.15, 1.1, 0.7], days: [30, 40, 45, 30], rootM: 0.7, useShare: 0.4, heightM: 0.6, maxSaltDsM: 12.5 },
  { id: 'peppers', name: msg`sweet peppers`, group: 'fruit', plantM: 0.45, wets: 'rows', closes: false, kc: [0.6, 1.05, 0.9], kcb: [0.15, 1, 0.8], days: [30, 35, 40, 20], rootM: 0.5, useShare: 0.3, heightM: 0.7, maxSaltDsM: 8.6 },
  { id: 'aubergines', name: msg`aubergines`, group: 'fruit', plantM: 0.5, wets: 'rows', closes: false, kc: [0.6, 1.05, 0.9], kcb: [0.15, 1, 0.8], days: [30, 45, 40, 25], rootM: 0.7, useShare: 0.45, heightM: 0.8 },
  { id: 'strawberries', name: msg`strawberries`, group: 'fruit', plantM: 0.3, wets: 'rows', closes: false, kc: [0.4, 0.85, 0.75], kcb: [0.3, 0.8, 0.7], days: [20, 30, 120, 30], rootM: 0.2, useShare: 0.2, heightM: 0.2, maxSaltDsM: 4 },
  { id: 'cucumbers', name: msg`cucumbers`, group: msg`squash and melons`, plantM: 0.5, wets: 'single', closes: true, kc: [0.6, 1, 0.75], kcb: [0.15, 0.95, 0.7], days: [20, 30, 40, 15], rootM: 0.7, useShare: 0.5, heightM: 0.3, maxSaltDsM: 10 },
  { id: 'squash', name: msg`squash and pumpkins`, group: msg`squash and melons`, plantM: 0.9, wets: 'single', closes: true, kc: [0.5, 1, 0.8], kcb: [0.15, 0.95, 0.7], days: [25, 35, 35, 25], rootM: 1, useShare: 0.35, heightM: 0.4 },
  { id: 'courgettes', name: msg`courgettes`, group: msg`squash and melons`, plantM: 0.8, wets: 'single', closes: false, kc: [0.5, 0.95, 0.75], kcb: [0.15, 0.9, 0.7], days: [20, 30, 25, 15], rootM: 0.6, useShare: 0.5, heightM: 0.3, maxSaltDsM: 15 },
  { id: 'melons', name: msg`melons`, group: msg`squash and melons`, plantM: 0.6, wets: 'single', closes: true, kc: [0.5, 1.05, 0.75], kcb: [0.15, 1, 0.7], days: [25, 35, 40, 20], rootM: 0.8, useShare: 0.4, heightM: 0.4 },
  { id: 'cantaloupes', name: msg`netted melons`, group: msg`squash and melons`, plantM: 0.6, wets: 'single', closes: true, kc: [0.5, 0.85, 0.6], kcb: [0.15, 0.75, 0.5], days: [30, 45, 35, 10], rootM: 0.9, useShare: 0.45, heightM: 0.3 },
  { id: 'watermelons', name: msg`watermelons`, group: msg`squash and melons`, plantM: 0.9, wets: 'single', closes: true, kc: [0.4, 1, 0.75], kcb: [0.15, 0.95, 0.7], days: [20, 30, 30, 30], rootM: 0.8, useShare: 0.4, heightM: 0.4 },
  { id: 'beans', name: msg`green beans`, group: msg`peas and beans`, plantM: 0.1, wets: 'rows', closes: false, kc: [0.5, 1.05, 0.9], kcb: [0.15, 1, 0.8], days: [20, 30, 30, 10], rootM: 0.5, useShare: 0.45, heightM: 0.4, maxSaltDsM: 6.3 },
  { id: 'dry-beans', name: msg`dry beans`, group: msg`peas and beans`, plantM: 0.1, wets: 'rows', closes: false, kc: [0.4, 1.15, 0.35], kcb: [0.15, 1.1, 0.25], days: [20, 30, 40, 20], rootM: 0.6, useShare: 0.45, heightM: 0.4, maxSaltDsM: 6.3 },
  { id: 'broad-beans', name: msg`broad beans`, group: msg`peas and beans`, plantM: 0.2, wets: 'rows', closes: false, kc: [0.5, 1.15, 1.1], kcb: [0.15, 1.1, 1.05], days: [15, 25, 35, 15], rootM: 0.5, useShare: 0.45, heightM: 0.8, maxSaltDsM: 12 },
  { id: 'peas', name: msg`peas`, group: msg`peas and beans`, plantM: 0.06, wets: 'rows', closes: false, kc: [0.5, 1.15, 1.1], kcb: [0.15, 1.1, 1.05], days: [15, 25, 35, 15], rootM: 0.6, useShare: 0.35, heightM: 0.5 },
  { id: 'sweetcorn', name: msg`sweetcorn`, group: 'others', plantM: 0.25, wets: 'rows', closes: false, kc: [0.3, 1.15, 1.05], kcb: [0.15, 1.1, 1], days: [20, 25, 25, 10], rootM: 0.8, useShare: 0.5, heightM: 1.5, maxSaltDsM: 10 },
  { id: 'artichokes', name: msg`artichokes`, group: 'others', plantM: 0.9, wets: 'single', closes: false, kc: [0.5, 1, 0.95], kcb: [0.15, 0.95, 0.9], days: [40, 40, 250, 30], rootM: 0.6, useShare: 0.45, heightM: 0.7 },
  { id: 'asparagus', name: msg`asparagus`, group: 'others', plantM: 0.4, wets: 'single', closes: false, kc: [0.5, 0.95, 0.3], kcb: [0.15, 0.9, 0.2], days: [50, 30, 100, 50], rootM: 1.2, useShare: 0.45, heightM: 0.8 },
  { id: 'flowers', name: msg`flowers and herbs`, group: 'others', plantM: 0.25, wets: 'rows', closes: false, kc: [0.6, 1.15, 1.1], kcb: [0.4, 1.1, 1.05], days: [20, 30, 60, 20], rootM: 0.4, useShare: 0.4, heightM: 0.8 },
  { id: 'green-manure', name: msg`green manure, uncut`, group: 'others', plantM: 0.05, wets: 'rows', closes: false, kc: [0.4, 1.15, 1.1], kcb: [0.3, 1.1, 1.05], days: [10, 20, 60, 10], rootM: 0.6, useShare: 0.5, heightM: 0.6, maxSaltDsM: 19 },
  { id: 'clover', name: msg`clover, cut`, group: 'others', plantM: 0.05, wets: 'rows', closes: false, kc: [0.4, 0.9, 0.85], kcb: [0.3, 0.85, 0.8], days: [10, 20, 60, 10], rootM: 0.6, useShare: 0.5, heightM: 0.6, maxSaltDsM: 19 },
] as const;

export type CropId = (typeof CROPS)[number]['id'];

/** Kinds of crop, in the order of the table. */
export const CROP_GROUPS = [...new Set(CROPS.map((c) => c.group))];

/** What is to be wetted under a crop. */
export type Wets = 'whole' | 'rows' | 'single';

/** A crop as it is painted. */
export interface CropKind {
  id: string;
  name: string;
  group: string;
  plantM: number;
  wets: Wets;
}

export const cropKind = byId<(typeof CROPS)[number]>(CROPS, 'crop');

export const isCrop = (id: string): id is CropId => CROPS.some((c) => c.id === id);
