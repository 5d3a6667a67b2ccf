import { starts } from './starts';

starts(() => import('../planner'));
