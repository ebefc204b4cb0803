import { difference } from '../difference.js';

export const rodClearance = difference('rod-clearance', 'rod-bore', 'rod-journal');
