import { difference } from '../difference.js';

export const pistonWall = difference('piston-wall', 'bore', 'piston-skirt');
