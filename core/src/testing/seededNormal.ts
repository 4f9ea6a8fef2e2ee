/** Numbers from a seed, for tests and measurements of every workspace. */
export { seededNormal, seededUniform } from '../party/seededNumbers.ts';
