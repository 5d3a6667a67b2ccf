import { starts } from './starts';

starts(() => import('../solver'));
