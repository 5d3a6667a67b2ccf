import { starts } from './starts';

starts(() => import('../reader'));
