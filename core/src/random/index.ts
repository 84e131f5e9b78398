export { Draws } from './draws.ts';
