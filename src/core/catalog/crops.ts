import { byId } from './byId';

/**
 * Vegetables as they are painted across beds: the distance of plants in the row, m, and what is to be wetted: the whole
 * bed, its rows, or a single row (market gardeners' usual spacings).
 */
export const CROPS = [
  { id: 'salad', name: 'salad', plantM: 0.25, wets: 'whole' },
  { id: 'sowings', name: 'roots and sowings', plantM: 0.05, wets: 'whole' },
  { id: 'brassicas', name: 'cabbages', plantM: 0.45, wets: 'rows' },
  { id: 'onions', name: 'onions and leeks', plantM: 0.15, wets: 'rows' },
  { id: 'potatoes', name: 'potatoes', plantM: 0.35, wets: 'rows' },
  { id: 'beans', name: 'peas and beans', plantM: 0.1, wets: 'rows' },
  { id: 'squash', name: 'squash', plantM: 0.9, wets: 'single' },
  { id: 'tomatoes', name: 'tomatoes', plantM: 0.5, wets: 'single' },
  { id: 'peppers', name: 'peppers', plantM: 0.45, wets: 'rows' },
  { id: 'cucumbers', name: 'cucumbers', plantM: 0.5, wets: 'single' },
  { id: 'sweetcorn', name: 'sweetcorn', plantM: 0.25, wets: 'rows' },
  { id: 'strawberries', name: 'strawberries', plantM: 0.3, wets: 'rows' },
  { id: 'flowers', name: 'flowers and herbs', plantM: 0.25, wets: 'rows' },
  { id: 'green-manure', name: 'green manure', plantM: 0.05, wets: 'rows' },
] as const;

export type CropId = (typeof CROPS)[number]['id'];

export const cropKind = byId<(typeof CROPS)[number]>(CROPS, 'crop');
