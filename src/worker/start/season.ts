import { starts } from './starts';

starts(() => import('../season'));
