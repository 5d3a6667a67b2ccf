import { msg } from '../../language';
/** What local rules and licensed people decide. */
export const BACKFLOW_LOCAL = msg`Local water rules and licensed plumbers decide what yours needs.`;
