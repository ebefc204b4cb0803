import { difference } from '../difference.js';

export const mainClearance = difference('main-clearance', 'main-bore', 'main-journal');
