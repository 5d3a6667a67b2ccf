import { starts } from './starts';

starts(() => import('../builder'));
