/** Where a thread of a pool begins while the server is TypeScript: it is read here too, and then the module that does the work. */
import { register } from 'tsx/esm/api';

register();

/** @param {{ module: string, task: object }} given */
export default async ({ module, task }) => (await import(module)).default(task);
