import { byId } from './byId';

/** Vegetables as they are painted across beds. */
export const CROPS = [
  { id: 'salad', name: 'salad' },
  { id: 'sowings', name: 'roots and sowings' },
  { id: 'brassicas', name: 'cabbages' },
  { id: 'onions', name: 'onions and leeks' },
  { id: 'potatoes', name: 'potatoes' },
  { id: 'beans', name: 'peas and beans' },
  { id: 'squash', name: 'squash' },
  { id: 'tomatoes', name: 'tomatoes' },
  { id: 'peppers', name: 'peppers' },
  { id: 'cucumbers', name: 'cucumbers' },
  { id: 'sweetcorn', name: 'sweetcorn' },
  { id: 'strawberries', name: 'strawberries' },
  { id: 'flowers', name: 'flowers and herbs' },
  { id: 'green-manure', name: 'green manure' },
] as const;

export type CropId = (typeof CROPS)[number]['id'];

export const cropKind = byId<(typeof CROPS)[number]>(CROPS, 'crop');
