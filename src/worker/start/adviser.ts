import { starts } from './starts';

starts(() => import('../adviser'));
